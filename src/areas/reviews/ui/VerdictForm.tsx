'use client';

import { ConditionRows } from '@/ui/forms/ConditionRows';
import { RecordForm } from '@/ui/forms/RecordForm';
import { fieldsOf, type Options } from '@/ui/forms/fields';
import { decideReview } from '@/areas/reviews/write/actions';
import { decideSchema } from '@/areas/reviews/records/reviews';

const { Area, Choice, useValue } = fieldsOf(decideSchema);

/** The verdict on a team: it goes on, goes on with conditions, or comes again. */
export function VerdictForm({
  projectId,
  slotId,
  version,
  verdict,
  reason,
  members,
  meetings,
  conditions,
  gates,
}: {
  projectId: string;
  slotId: string;
  version: number;
  verdict: string;
  reason: string;
  members: Options;
  meetings: Options;
  /** Those of the verdict before that are open. */
  conditions: { what: string; ownerId: string; dueOn: string }[];
  /** Names of the gates that ask for this review. */
  gates: readonly string[];
}) {
  return (
    <RecordForm
      id={`verdict-${slotId}`}
      schema={decideSchema}
      values={{ verdict: verdict as 'proceed', reason, conditions }}
      fixed={{ projectId, slotId, version }}
      submit={decideReview}
      label="Give verdict"
      saved="The verdict is given."
      names={{ verdict: 'Verdict', reason: 'Reason' }}
    >
      <Choice
        name="verdict"
        label="Verdict"
        className="w-72"
        options={[
          ...(verdict ? [] : [['', 'choose …'] as const]),
          ['proceed', 'proceed'],
          ['conditions', 'proceed with conditions'],
          ['repeat', 'repeat the review'],
        ]}
      />
      <Effect gates={gates} />
      <Conditions members={members} meetings={meetings} />
      <Area name="reason" label="Reason" rows={2} hint="The team reads it in the minutes." />
    </RecordForm>
  );
}

function Effect({ gates }: { gates: readonly string[] }) {
  const verdict = useValue('verdict') as string;
  if (gates.length === 0 || !verdict) return null;
  const named = gates.map((name) => `“${name}”`).join(' and ');
  return (
    <p className="callout">
      {verdict === 'repeat'
        ? `Gate ${named} stays shut until the review is passed.`
        : verdict === 'conditions'
          ? `Gate ${named} counts this review as passed, and is open with conditions until each of them is met.`
          : `Gate ${named} counts this review as passed.`}
    </p>
  );
}

function Conditions({ members, meetings }: { members: Options; meetings: Options }) {
  const verdict = useValue('verdict');
  if (verdict !== 'conditions') return null;
  return <ConditionRows members={members} meetings={meetings} />;
}

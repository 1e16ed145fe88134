'use client';

import { OUTCOME_WORD, OUTCOMES } from '@/core/reviews/outcome';
import { RecordForm } from '@/ui/forms/RecordForm';
import { fieldsOf } from '@/ui/forms/fields';
import { saveOutcome } from '@/areas/reviews/write/actions';
import { outcomeSchema } from '@/areas/reviews/records/reviews';

const { Area, Choice, useValue } = fieldsOf(outcomeSchema);

/** What became of a wish of the client, as the team says it. */
export function OutcomeForm({
  projectId,
  id,
  version,
  teamId,
  statementId,
  sentence,
  values,
}: {
  projectId: string;
  id: string | null;
  version: number | null;
  teamId: string;
  statementId: string;
  sentence: string;
  values: { state: 'met' | 'otherwise' | 'not met'; how: string; reason: string };
}) {
  return (
    <RecordForm
      id={`outcome-${teamId}-${statementId}`}
      schema={outcomeSchema}
      values={values}
      fixed={{ projectId, id, version, teamId, statementId }}
      submit={saveOutcome}
      label="Save outcome"
      names={{ state: 'Outcome', how: 'How', reason: 'Reason' }}
    >
      <p className="text-lg">“{sentence}”</p>
      <Choice
        name="state"
        label="What became of it"
        options={OUTCOMES.map((one) => [one, OUTCOME_WORD[one]] as const)}
        className="w-52"
      />
      <Area name="how" label="How" rows={2} hint="In words the client uses." />
      <Reason />
    </RecordForm>
  );
}

function Reason() {
  return useValue('state') === 'met' ? null : (
    <Area name="reason" label="Why it is not as the client wished" rows={2} />
  );
}

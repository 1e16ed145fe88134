'use client';

import { KIND_WORD, PURPOSES_OF_REVIEW } from '@/core/reviews/usualKinds';
import { RecordForm, type Editing } from '@/ui/forms/RecordForm';
import { fieldsOf } from '@/ui/forms/fields';
import { saveReviewKind, saveReviewRule } from '@/areas/reviews/write/planActions';
import { kindSchema, ruleSchema } from '@/areas/reviews/records/reviews';

const { Area, Choice, Decimal, Rows, Text } = fieldsOf(kindSchema);
const Rule = fieldsOf(ruleSchema);

/** A kind of review: its agenda, what the panel looks at, what the team answers beforehand. */
export function KindForm({ projectId, id, version, values }: Editing) {
  return (
    <RecordForm
      id={`review-kind-${id ?? `new-${projectId}`}`}
      schema={kindSchema}
      values={values}
      fixed={{ projectId, id, version }}
      submit={saveReviewKind}
      label="Save kind of review"
      names={{ name: 'Name', agenda: 'Agenda', checklist: 'Checklist', questions: 'Questions' }}
    >
      <div className="flex flex-wrap gap-3">
        <Text name="name" label="Name" className="min-w-52 grow" />
        <Choice
          name="purpose"
          label="Purpose"
          className="min-w-52"
          options={PURPOSES_OF_REVIEW.map((one) => [one, KIND_WORD[one]] as const)}
        />
      </div>
      <Rows name="agenda" label="Agenda" add="Add a point" empty={{ title: '', minutes: '2' }} inOrder>
        {(path) => (
          <>
            <Text name={`${path}.title`} label="Point" className="min-w-52 grow" />
            <Decimal name={`${path}.minutes`} label="Minutes" className="w-24" />
          </>
        )}
      </Rows>
      <p className="text-sm faint">The minutes are fitted to the time that a team has in the review.</p>
      <Area name="checklist" label="Checklist" rows={5} hint="What the panel looks at, one per line." />
      <Area name="questions" label="Questions to the team" rows={3} hint="Answered before the review, one per line." />
      <Decimal name="remarks" label="Remarks of its own" className="w-36" hint="the most that a team adds" />
    </RecordForm>
  );
}

/** Who closes findings in this course. */
export function RuleForm({
  projectId,
  id,
  version,
  closer,
}: {
  projectId: string;
  id: string | null;
  version: number | null;
  closer: string;
}) {
  return (
    <RecordForm
      id={`review-rule-${projectId}`}
      schema={ruleSchema}
      values={{ closer }}
      fixed={{ projectId, id, version }}
      submit={saveReviewRule}
      label="Save rule"
    >
      <Rule.Choice
        name="closer"
        label="A finding is closed by"
        options={[
          ['anybody', 'anybody of the team'],
          ['another', 'somebody else than who mends it'],
          ['instructor', 'the instructor'],
        ]}
        hint="Always with an iteration, a run or a picture that shows it, or with a reason."
      />
    </RecordForm>
  );
}

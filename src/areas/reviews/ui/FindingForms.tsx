'use client';

import { RecordForm } from '@/ui/forms/RecordForm';
import { fieldsOf, type Options } from '@/ui/forms/fields';
import { answerQuestion, closeFinding, nameOwner } from '@/areas/reviews/write/actions';
import { answerSchema, closeSchema, ownerSchema } from '@/areas/reviews/records/reviews';

const Close = fieldsOf(closeSchema);
const Owner = fieldsOf(ownerSchema);
const Answer = fieldsOf(answerSchema);

interface Fixed {
  projectId: string;
  id: string;
  version: number;
}

/** Closes a finding with what shows that it is mended, or with a reason. */
export function CloseForm({ evidence, ...fixed }: Fixed & { evidence: Options }) {
  return (
    <RecordForm
      id={`close-${fixed.id}`}
      schema={closeSchema}
      values={{ evidence: '', closedWith: '' }}
      fixed={fixed}
      submit={closeFinding}
      label="Close finding"
      saved="Closed."
    >
      <Close.Choice
        name="evidence"
        label="Shown by"
        options={[['', 'choose …'], ...evidence, ['reason', 'nothing to show: a reason alone']]}
      />
      <Close.Area name="closedWith" label="What was done, or why nothing is" rows={3} />
    </RecordForm>
  );
}

/** Says who of the team mends a finding. */
export function OwnerForm({ ownerId, members, ...fixed }: Fixed & { ownerId: string | null; members: Options }) {
  return (
    <RecordForm
      id={`owner-${fixed.id}`}
      schema={ownerSchema}
      values={{ ownerId: ownerId ?? '' }}
      fixed={fixed}
      submit={nameOwner}
      label="Save"
      options={{ ownerId: members }}
      names={{ ownerId: 'Who mends it' }}
    >
      <Owner.Choice name="ownerId" label="Who mends it" options={[['', 'the team'], ...members]} />
    </RecordForm>
  );
}

/** The team's answer to a question that stayed open. */
export function AnswerForm({ question, answer, ...fixed }: Fixed & { question: string; answer: string }) {
  return (
    <RecordForm
      id={`answer-${fixed.id}`}
      schema={answerSchema}
      values={{ answer }}
      fixed={fixed}
      submit={answerQuestion}
      label="Save answer"
      names={{ answer: 'Answer' }}
    >
      <p className="font-medium">{question}</p>
      <Answer.Area name="answer" label="Answer" rows={3} />
    </RecordForm>
  );
}

'use client';

import { fieldsOf } from '@/ui/forms/fields';
import { ActButton } from '@/ui/forms/ActButton';
import { RecordForm } from '@/ui/forms/RecordForm';
import { creditPart, decideConcept, grantException, removeCredit } from '@/areas/concepts/write/actions';
import { creditSchema, decideConceptSchema, exceptionSchema } from '@/areas/concepts/records/concepts';

const decideConceptFields = fieldsOf(decideConceptSchema);
const exceptionFields = fieldsOf(exceptionSchema);
const creditFields = fieldsOf(creditSchema);

interface Place {
  projectId: string;
  id: string;
  version: number;
}

/** Chooses a concept, or leaves it with a reason. */
export function FateForm({ fate, reason, ...fixed }: Place & { fate: string; reason: string }) {
  return (
    <RecordForm
      key={fixed.version}
      id={`fate-${fixed.id}`}
      schema={decideConceptSchema}
      values={{ fate, reason }}
      fixed={{ ...fixed }}
      submit={decideConcept}
      label="Decide"
      names={{ fate: 'Decision', reason: 'Why' }}
    >
      <decideConceptFields.Choice
        name="fate"
        label="It is"
        className="w-52"
        options={[
          ['open', 'still open'],
          ['chosen', 'chosen to be built'],
          ['not chosen', 'not chosen'],
        ]}
      />
      <decideConceptFields.Area name="reason" label="Why, in words its author may read" rows={2} />
    </RecordForm>
  );
}

/** Records why a concept may go on although its own numbers break a must. */
export function ExceptionForm({ exception, ...fixed }: Place & { exception: string }) {
  return (
    <RecordForm
      key={fixed.version}
      id={`exception-${fixed.id}`}
      schema={exceptionSchema}
      values={{ exception }}
      fixed={{ ...fixed }}
      submit={grantException}
      label="Record the exception"
      names={{ exception: 'Why it may go ahead' }}
    >
      <exceptionFields.Area name="exception" label="Why it may go ahead anyway" rows={2} />
    </RecordForm>
  );
}

/** Carries a part of another concept into this one. */
export function CreditForm({
  projectId,
  intoId,
  others,
  count,
}: {
  projectId: string;
  intoId: string;
  others: readonly (readonly [id: string, title: string])[];
  count: number;
}) {
  return (
    <RecordForm
      key={count}
      id={`credit-${intoId}`}
      schema={creditSchema}
      values={{ fromId: others[0]?.[0] ?? '', what: '' }}
      fixed={{ projectId, intoId }}
      submit={creditPart}
      label="Carry over this part"
      saved="Carried over. Its author is credited."
      compact
    >
      <creditFields.Choice name="fromId" label="From" options={others} className="min-w-44" />
      <creditFields.Text name="what" label="Which part" className="grow min-w-52" />
    </RecordForm>
  );
}

export function RemoveCredit({ projectId, id }: { projectId: string; id: string }) {
  return (
    <ActButton act={removeCredit} input={{ projectId, id }} done="Removed." className="btn-text text-sm no-print">
      remove
    </ActButton>
  );
}

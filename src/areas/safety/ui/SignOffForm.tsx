'use client';

import { RecordForm } from '@/ui/forms/RecordForm';
import { fieldsOf, type Options } from '@/ui/forms/fields';
import { signOff } from '@/areas/safety/write/actions';
import { signOffSchema } from '@/areas/safety/records/safety';

const { Choice, Several, Text } = fieldsOf(signOffSchema);

/** Signs students off for a training, several at once. */
export function SignOffForm({
  projectId,
  today,
  trainings,
  people,
}: {
  projectId: string;
  today: string;
  trainings: Options;
  people: Options;
}) {
  return (
    <RecordForm
      id={`sign-off-${projectId}`}
      schema={signOffSchema}
      values={{ hazardId: trainings[0]?.[0] ?? '', people: [], signedOn: today, validUntil: '' }}
      fixed={{ projectId }}
      submit={signOff}
      label="Sign off these students"
      saved="Signed off."
    >
      <div className="flex flex-wrap gap-3">
        <Choice name="hazardId" label="Training" options={trainings} className="min-w-52" />
        <Text name="signedOn" label="Trained on" type="date" />
        <Text name="validUntil" label="Holds until" type="date" hint="empty: it does not end" />
      </div>
      <Several name="people" label="Students" options={people} />
    </RecordForm>
  );
}

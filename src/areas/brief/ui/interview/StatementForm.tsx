'use client';

import { RecordForm } from '@/ui/forms/RecordForm';
import { fieldsOf } from '@/ui/forms/fields';
import { saveStatement } from '@/areas/brief/write/interview/actions';
import { statementSchema } from '@/areas/brief/records/interview';

const { Area, Text } = fieldsOf(statementSchema);

/** A sentence that no answer holds: said on the phone, in a letter, at the door. */
export function StatementForm({ projectId, today }: { projectId: string; today: string }) {
  return (
    <RecordForm
      id={`statement-${projectId}`}
      schema={statementSchema}
      values={{ sentence: '', saidBy: '', saidOn: today }}
      fixed={{ projectId }}
      submit={saveStatement}
      label="Save sentence"
      compact
    >
      <Area name="sentence" label="What the client said, in their words" rows={2} className="w-full" />
      <Text name="saidBy" label="Said by" />
      <Text name="saidOn" label="On" type="date" />
    </RecordForm>
  );
}

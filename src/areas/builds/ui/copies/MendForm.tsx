'use client';

import { fieldsOf } from '@/ui/forms/fields';
import { RecordForm } from '@/ui/forms/RecordForm';
import { mendCopy } from '@/areas/builds/write/copies';
import { mendSchema } from '@/areas/builds/records/copies';

const { Area, Choice } = fieldsOf(mendSchema);

/** What happened to a copy: it broke, or it was repaired. */
export function MendForm({ projectId, id, kind }: { projectId: string; id: string; kind: 'broke' | 'repaired' }) {
  return (
    <RecordForm
      id={`mend-${id}`}
      schema={mendSchema}
      values={{ kind, what: '' }}
      fixed={{ projectId, id, version: null }}
      submit={mendCopy}
      label="Save note"
      names={{ kind: 'It', what: 'What happened' }}
    >
      <Choice
        name="kind"
        label="It"
        options={[
          ['broke', 'broke'],
          ['repaired', 'was repaired'],
        ]}
      />
      <Area
        name="what"
        label="What happened"
        rows={3}
        hint="Where it broke and how, or what was done to it. Keep the pieces: they show why."
      />
    </RecordForm>
  );
}

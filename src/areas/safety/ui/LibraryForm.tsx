'use client';

import { RecordForm } from '@/ui/forms/RecordForm';
import { fieldsOf } from '@/ui/forms/fields';
import { takeFromLibrary } from '@/areas/safety/write/actions';
import { librarySchema } from '@/areas/safety/records/safety';

const { Several } = fieldsOf(librarySchema);

/** Chooses hazards of the library for the project. */
export function LibraryForm({ projectId, names }: { projectId: string; names: readonly string[] }) {
  return (
    <RecordForm
      id={`library-${projectId}`}
      schema={librarySchema}
      values={{ names: [] }}
      fixed={{ projectId }}
      submit={takeFromLibrary}
      label="Add to project"
      saved="Added. Now say where each of them matters."
    >
      <Several
        name="names"
        label="Usual hazards of such work, with general cautions that you can change"
        options={names.map((name) => [name, name] as const)}
      />
    </RecordForm>
  );
}

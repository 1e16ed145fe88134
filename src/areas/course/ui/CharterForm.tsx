'use client';

import { fieldsOf } from '@/ui/forms/fields';
import { RecordForm } from '@/ui/forms/RecordForm';
import { saveCharter } from '@/areas/course/write/charters';
import { charterSchema } from '@/areas/course/records/charters';

const { Area } = fieldsOf(charterSchema);

/** What a team sets out to do, on three levels of success. */
export function CharterForm({
  values,
  ...fixed
}: {
  projectId: string;
  teamId: string;
  version: number | null;
  values: Record<string, unknown>;
}) {
  return (
    <RecordForm
      key={`${fixed.teamId} ${fixed.version}`}
      id={`charter-${fixed.teamId}`}
      schema={charterSchema}
      values={values}
      fixed={{ ...fixed }}
      submit={saveCharter}
      label="Save charter"
      names={{
        works: 'It works',
        musts: 'It meets the musts',
        beats: 'It beats the benchmark',
        working: 'How we work',
      }}
    >
      <Area name="works" label="It works at all when …" rows={2} />
      <Area name="musts" label="It meets the musts when …" rows={2} />
      <Area name="beats" label="It beats the benchmark when …" rows={2} />
      <Area
        name="working"
        label="How we work together"
        rows={2}
        hint="Who decides what, what happens when somebody is missing."
      />
    </RecordForm>
  );
}

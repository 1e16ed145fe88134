'use client';

import { fieldsOf } from '@/ui/forms/fields';
import { SidePanel } from '@/ui/kit/SidePanel';
import { RecordForm } from '@/ui/forms/RecordForm';
import { callSeed, makeDraw } from '@/areas/course/write/draws';
import { drawSchema, seedSchema } from '@/areas/course/records/draws';

const drawFields = fieldsOf(drawSchema);
const seedFields = fieldsOf(seedSchema);

/** Freezes a list. Ready-made lists fill the field, which can still be changed. */
export function DrawForm({
  projectId,
  sectionId,
  lists,
  count,
}: {
  projectId: string;
  sectionId: string | null;
  lists: { label: string; names: string[] }[];
  count: number;
}) {
  return (
    <div className="flex flex-wrap gap-3">
      {lists.map(({ label, names }, i) => (
        <SidePanel key={label} id={`draw-${i + 1}`} label={label} title={`Freeze a list: ${label}`}>
          <RecordForm
            key={count}
            id={`draw-${projectId}-${label}`}
            schema={drawSchema}
            values={{ title: 'Who chooses first', names: names.join('\n'), isPublic: false }}
            fixed={{ projectId, sectionId, forPitches: false }}
            submit={makeDraw}
            label="Freeze list"
            saved="The list is frozen. Now two people call out digits."
          >
            <drawFields.Text name="title" label="What is drawn" />
            <drawFields.Area name="names" label="Names, one per line" rows={Math.min(12, names.length + 2)} />
            <drawFields.Check
              name="isPublic"
              label="Public page: anyone with the address can see and repeat the draw"
            />
          </RecordForm>
        </SidePanel>
      ))}
    </div>
  );
}

/** Freezes the released concepts of a section for the order of their pitches. */
export function PitchDrawForm({
  projectId,
  sections,
}: {
  projectId: string;
  sections: readonly (readonly [id: string, name: string])[];
}) {
  return (
    <RecordForm
      id={`pitches-${projectId}`}
      schema={drawSchema}
      values={{ sectionId: sections[0]![0], isPublic: false }}
      fixed={{ projectId, title: 'Order of the pitches', names: '', forPitches: true }}
      submit={makeDraw}
      label="Freeze list of concepts"
      saved="The list is frozen. Now two people call out digits."
      compact
    >
      <drawFields.Choice name="sectionId" label="Section" options={sections} className="w-32" />
      <drawFields.Check name="isPublic" label="Public page: anyone with the address can repeat the draw" />
    </RecordForm>
  );
}

/** The digits of two people, which together are the seed. */
export function CallForm({ projectId, id }: { projectId: string; id: string }) {
  return (
    <RecordForm
      id={`call-${id}`}
      schema={seedSchema}
      values={{ first: '', second: '' }}
      fixed={{ projectId, id }}
      submit={callSeed}
      label="Draw"
      saved="Drawn. Anyone can repeat it."
      compact
    >
      <seedFields.Text name="first" label="The first person calls" mono className="w-44" />
      <seedFields.Text name="second" label="The second person calls" mono className="w-44" />
    </RecordForm>
  );
}

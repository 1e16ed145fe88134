'use client';

import { RecordForm, type Editing } from '@/ui/forms/RecordForm';
import { fieldsOf } from '@/ui/forms/fields';
import { saveResearch } from '@/areas/brief/write/research';
import { researchSchema } from '@/areas/brief/records/research';

const { Area, Check, Choice, Decimal, Rows, Text, useValue } = fieldsOf(researchSchema);

interface Props extends Editing {
  requirements: { id: string; code: string; statement: string; kind: string; unit: string | null }[];
  leads: boolean;
}

/** A note about what exists already, and what it does about each requirement. */
export function ResearchForm({ projectId, id, version, values, requirements, leads }: Props) {
  return (
    <RecordForm
      id={`research-${id ?? `new-${projectId}`}`}
      schema={researchSchema}
      values={values}
      fixed={{ projectId, id, version }}
      submit={saveResearch}
      label="Save note"
      names={{ title: 'Title', kind: 'Kind', about: 'What it is', foundIn: 'Found in' }}
    >
      <div className="flex flex-wrap gap-3">
        <Text name="title" label="Title" className="grow min-w-60" />
        <Choice
          name="kind"
          label="Kind"
          options={[
            ['existing', 'Something that exists'],
            ['last-season', 'Last season'],
            ['reading', 'Something read'],
          ]}
        />
        <Text name="foundIn" label="Found in" className="grow min-w-52" />
      </div>
      <Area name="about" label="What it is, and what is good and bad about it" rows={3} />
      {leads && <Winner />}
      <Rows
        name="findings"
        label="How it meets each requirement"
        empty={{ requirementId: requirements[0]?.id ?? '', text: '', value: '', unit: '', uncertainty: '', answer: '' }}
        add="Add a finding"
      >
        {(path) => <Finding path={path} requirements={requirements} />}
      </Rows>
    </RecordForm>
  );
}

function Winner() {
  const kind = useValue('kind') as string;
  return kind === 'last-season' ? (
    <Check name="isWinner" label="Last season’s winner: stands beside the teams on the compliance sheet" />
  ) : null;
}

function Finding({ path, requirements }: { path: `findings.${number}`; requirements: Props['requirements'] }) {
  const id = useValue(`${path}.requirementId`) as string;
  const of = requirements.find((one) => one.id === id);
  const measured = of && of.kind !== 'yes' && of.kind !== 'wish';
  return (
    <>
      <Choice
        name={`${path}.requirementId`}
        label="Requirement"
        className="w-64"
        options={requirements.map((one) => [one.id, `${one.code} ${one.statement}`] as const)}
      />
      {measured && (
        <>
          <Decimal name={`${path}.value`} label="Value" className="w-24" />
          <Text name={`${path}.unit`} label="Unit" className="w-20" hint={of.unit ?? undefined} />
          <Decimal name={`${path}.uncertainty`} label="± (k = 2)" className="w-24" />
        </>
      )}
      {of?.kind === 'yes' && (
        <Choice
          name={`${path}.answer`}
          label="Does it?"
          className="w-28"
          options={[
            ['', 'not known'],
            ['yes', 'yes'],
            ['no', 'no'],
          ]}
        />
      )}
      <Text name={`${path}.text`} label="How it does it" className="grow min-w-52" />
    </>
  );
}

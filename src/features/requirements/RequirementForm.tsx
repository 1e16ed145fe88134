'use client';

import { useWatch } from 'react-hook-form';
import { DIMENSION_NAMES, offeredUnits, type Dimension, type UnitSystem } from '@/core/dimensions';
import { RecordForm } from '@/ui/forms/RecordForm';
import { Choice, Decimal, Text, type Options } from '@/ui/forms/fields';
import { saveRequirement } from './actions';
import { requirementSchema } from './schema';

const KINDS: Options = [
  ['max', 'Limit: at most'],
  ['min', 'Limit: at least'],
  ['range', 'Limit: between two values'],
  ['target', 'Limit: target ± tolerance'],
  ['yes', 'Yes or no'],
  ['wish', 'Wish with a weight'],
];
const NAMES = {
  code: 'Code',
  statement: 'Statement',
  kind: 'Kind',
  value: 'Limit',
  unit: 'Unit',
  priority: 'Priority',
  state: 'State',
  weight: 'Weight',
};

interface Props {
  projectId: string;
  id: string | null;
  version: number | null;
  values: Record<string, unknown>;
  parameters: { id: string; name: string; dimension: Dimension }[];
  statements: { id: string; sentence: string }[];
  system: UnitSystem;
  back: string;
}

export function RequirementForm({ projectId, id, version, values, parameters, statements, system, back }: Props) {
  const fixed = { projectId, id, version };
  return (
    <RecordForm
      id={`requirement-${id ?? `new-${projectId}`}`}
      schema={requirementSchema}
      values={values}
      fixed={fixed}
      submit={saveRequirement}
      label="Save the requirement"
      names={NAMES}
      then={back}
      cancel={back}
    >
      <div className="flex flex-wrap gap-3">
        <Text name="code" label="Code" mono className="w-24" />
        <Text name="statement" label="Statement" className="grow min-w-60" />
      </div>
      <Choice name="kind" label="Kind" options={KINDS} />
      <LimitFields parameters={parameters} system={system} />
      <div className="flex flex-wrap gap-3">
        <Choice
          name="priority"
          label="Priority"
          options={[
            ['must', 'Must'],
            ['should', 'Should'],
            ['could', 'Could'],
          ]}
        />
        <Choice
          name="state"
          label="State"
          options={[
            ['proposed', 'Proposed'],
            ['agreed', 'Agreed'],
            ['changed', 'Changed'],
            ['withdrawn', 'Withdrawn'],
          ]}
        />
      </div>
      <Source statements={statements} />
    </RecordForm>
  );
}

function LimitFields({ parameters, system }: Pick<Props, 'parameters' | 'system'>) {
  const [kind, parameterId, dimension] = useWatch({ name: ['kind', 'parameterId', 'dimension'] }) as [
    string,
    string,
    Dimension,
  ];
  if (kind === 'wish')
    return <Decimal name="weight" label="Weight" hint="Against the other wishes: 2 counts twice as much as 1." />;
  const fitting = parameters.filter((p) => (p.dimension === 'yes-no') === (kind === 'yes'));
  const options: Options = [['', 'a new one:'], ...fitting.map((p) => [p.id, `${p.name} (${p.dimension})`] as const)];
  const chosen = parameters.find((p) => p.id === parameterId)?.dimension ?? dimension;
  return (
    <>
      <div className="flex flex-wrap gap-3">
        <Choice name="parameterId" label="What is measured" options={options} />
        {!parameterId && <Text name="parameterName" label="Name of the new parameter" />}
        {!parameterId && kind !== 'yes' && (
          <Choice
            name="dimension"
            label="It is a"
            options={DIMENSION_NAMES.filter((name) => name !== 'yes-no').map((name) => [name, name] as const)}
          />
        )}
      </div>
      {kind !== 'yes' && (
        <div className="flex flex-wrap gap-3">
          {kind === 'range' ? (
            <>
              <Decimal name="low" label="From" className="w-32" />
              <Decimal name="high" label="To" className="w-32" />
            </>
          ) : (
            <Decimal name="value" label={kind === 'target' ? 'Target' : 'Limit'} className="w-32" />
          )}
          {kind === 'target' && <Decimal name="tolerance" label="Tolerance ±" className="w-32" />}
          <Text name="unit" label="Unit" className="w-28" hint={offeredUnits(chosen, system).join(', ')} />
          <Choice
            name="decision"
            label="Decision rule"
            options={[
              ['guarded', 'Guarded: needs the uncertainty inside'],
              ['simple', 'Simple: the reading decides'],
            ]}
          />
        </div>
      )}
    </>
  );
}

function Source({ statements }: Pick<Props, 'statements'>) {
  const source = useWatch({ name: 'source' }) as string;
  return (
    <div className="flex flex-wrap gap-3">
      <Choice
        name="source"
        label="Where it comes from"
        options={[
          ['client', 'A sentence of the client'],
          ['rule', 'A rule of the project'],
          ['own', 'Own finding'],
        ]}
      />
      {source === 'client' && (
        <Choice
          name="statementId"
          label="The sentence"
          className="grow min-w-60"
          options={[['', 'choose …'], ...statements.map((s) => [s.id, s.sentence.slice(0, 90)] as const)]}
        />
      )}
    </div>
  );
}

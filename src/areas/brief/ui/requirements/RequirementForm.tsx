'use client';

import type { ReactNode } from 'react';
import { useFormContext } from 'react-hook-form';
import { DIMENSION_NAMES, offeredUnits, type Dimension, type UnitSystem } from '@/core/dimensions';
import { RecordForm, type Editing } from '@/ui/forms/RecordForm';
import { fieldsOf, type Options } from '@/ui/forms/fields';
import { saveRequirement } from '@/areas/brief/write/requirements/actions';
import { Hints } from './Hints';
import { requirementSchema } from '@/areas/brief/records/requirements';

const { Area, Choice, Decimal, Rows, Text, useValue } = fieldsOf(requirementSchema);

const KINDS: Options = [
  ['max', 'Limit: at most'],
  ['min', 'Limit: at least'],
  ['range', 'Limit: between two values'],
  ['target', 'Limit: target ± tolerance'],
  ['different', 'Limit: a number of different things'],
  ['yes', 'Yes or no'],
  ['wish', 'Wish with a weight'],
];
const SOURCES: Options = [
  ['client', 'A sentence of the client'],
  ['rule', 'A rule of the project'],
  ['research', 'A research note'],
  ['season', 'Last season'],
  ['own', 'Own finding'],
];
const METHODS: Options = [
  ['', 'not decided yet'],
  ['measurement', 'Measurement'],
  ['demonstration', 'Demonstration'],
  ['inspection', 'Inspection'],
  ['analysis', 'Analysis'],
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
  method: 'Verified by',
};
const words = (...list: string[]): Options => list.map((word) => [word, word[0]!.toUpperCase() + word.slice(1)]);

interface Props extends Editing {
  parameters: { id: string; name: string; dimension: Dimension }[];
  statements: { id: string; sentence: string }[];
  research: { id: string; title: string }[];
  protocols: { id: string; name: string; parameterId: string }[];
  owners: { id: string; name: string }[];
  /** The other statements of the list, for finding likely duplicates. */
  others: { code: string; text: string }[];
  system: UnitSystem;
  /** What money is counted in. */
  currency: string;
  back: string;
  /** A student proposes; the instructor decides on state, weight and owner. */
  proposes: boolean;
  /** The stored one was agreed: a change asks why, and shows what it touches. */
  agreed: boolean;
  touches?: ReactNode;
}

export function RequirementForm(props: Props) {
  const { projectId, id, version, values, back, proposes, agreed } = props;
  return (
    <RecordForm
      id={`requirement-${id ?? `new-${projectId}`}`}
      schema={requirementSchema}
      values={values}
      fixed={{ projectId, id, version }}
      submit={saveRequirement}
      label={proposes ? 'Propose requirement' : 'Save requirement'}
      saved={proposes ? 'Proposed.' : 'Saved.'}
      names={NAMES}
      then={back}
      cancel={back}
    >
      <div className="flex flex-wrap gap-3">
        <Text name="code" label="Code" mono className="w-24" />
        <Text name="statement" label="Statement" className="grow min-w-60" />
      </div>
      <Hints others={props.others} />
      <Choice name="kind" label="Kind" options={KINDS} className="w-72" />
      <LimitFields {...props} />
      <div className="flex flex-wrap gap-3">
        <Choice name="priority" label="Priority" options={words('must', 'should', 'could')} />
        {!proposes && (
          <>
            <Choice name="state" label="State" options={words('proposed', 'agreed', 'changed', 'withdrawn')} />
            <Decimal name="weight" label="Weight" className="w-32" hint="wishes need one" />
            <Choice
              name="ownerId"
              label="Owner"
              options={[['', 'nobody yet'], ...props.owners.map((one) => [one.id, one.name] as const)]}
            />
          </>
        )}
        {proposes && <WishWeight />}
      </div>
      <Verification {...props} />
      <Sources statements={props.statements} research={props.research} />
      {agreed && (
        <>
          {props.touches}
          <Area
            name="why"
            label="Why it changes"
            rows={2}
            hint="It was agreed. The reason is kept with the old version."
          />
        </>
      )}
    </RecordForm>
  );
}

function WishWeight() {
  const kind = useValue('kind') as string;
  return kind === 'wish' ? (
    <Decimal name="weight" label="Weight" hint="Against the other wishes: 2 counts twice as much as 1." />
  ) : null;
}

function LimitFields({ parameters, system, currency }: Pick<Props, 'parameters' | 'system' | 'currency'>) {
  const [kind, parameterId, dimension] = useValue(['kind', 'parameterId', 'dimension']) as [string, string, Dimension];
  if (kind === 'wish') return null;
  const fits = (of: Dimension) =>
    kind === 'yes' ? of === 'yes-no' : kind === 'different' ? of === 'count' : of !== 'yes-no';
  const fitting = parameters.filter((p) => fits(p.dimension));
  const options: Options = [['', 'a new one:'], ...fitting.map((p) => [p.id, `${p.name} (${p.dimension})`] as const)];
  const chosen = parameters.find((p) => p.id === parameterId)?.dimension ?? dimension;
  const bounded = kind !== 'yes' && kind !== 'different';
  return (
    <>
      <div className="flex flex-wrap gap-3">
        <Choice name="parameterId" label="What is measured" options={options} />
        {!parameterId && <Text name="parameterName" label="Name of the new parameter" />}
        {!parameterId && bounded && (
          <Choice
            name="dimension"
            label="It is a"
            options={DIMENSION_NAMES.filter((name) => name !== 'yes-no').map((name) => [name, name] as const)}
          />
        )}
      </div>
      {kind === 'different' && (
        <div className="flex flex-wrap gap-3">
          <Decimal name="value" label="At least so many different ones" className="w-52" />
          <Text
            name="counts"
            label="What counts as one"
            className="grow min-w-60"
            hint="Like: lever, pulley, gear, ramp; each kind once."
          />
        </div>
      )}
      {bounded && (
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
          <Text name="unit" label="Unit" className="w-28" hint={offeredUnits(chosen, system, currency).join(', ')} />
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

function Verification({ protocols }: Pick<Props, 'protocols'>) {
  const [kind, parameterId] = useValue(['kind', 'parameterId']) as [string, string];
  if (kind === 'wish') return null;
  const fitting = protocols.filter((one) => one.parameterId === parameterId);
  return (
    <div className="flex flex-wrap gap-3">
      <Choice name="method" label="Verified by" options={METHODS} />
      {fitting.length > 0 && (
        <Choice
          name="protocolId"
          label="Under the protocol"
          options={[['', 'none'], ...fitting.map((one) => [one.id, one.name] as const)]}
        />
      )}
      <Text
        name="verifiedBy"
        label="By which check"
        className="grow min-w-60"
        hint="Like: weighed at inspection, empty."
      />
    </div>
  );
}

function Sources({ statements, research }: Pick<Props, 'statements' | 'research'>) {
  const { getValues } = useFormContext();
  const rows = (useValue('sources') ?? getValues('sources')) as { kind: string }[];
  return (
    <Rows
      name="sources"
      label="Where it comes from"
      empty={{ kind: 'client', statementId: '', researchId: '', note: '' }}
      add="Add a source"
    >
      {(path, index) => {
        const kind = rows[index]?.kind;
        return (
          <>
            <Choice name={`${path}.kind`} label="Source" options={SOURCES} className="w-52" />
            {kind === 'client' && (
              <Choice
                name={`${path}.statementId`}
                label="The sentence"
                className="grow basis-72 min-w-0 max-w-xl"
                options={[['', 'choose …'], ...statements.map((s) => [s.id, s.sentence.slice(0, 90)] as const)]}
              />
            )}
            {(kind === 'research' || kind === 'season') && (
              <Choice
                name={`${path}.researchId`}
                label="The note"
                options={[
                  ['', kind === 'season' ? 'none' : 'choose …'],
                  ...research.map((r) => [r.id, r.title] as const),
                ]}
              />
            )}
            {kind !== 'client' && <Text name={`${path}.note`} label="Remark" className="grow min-w-40" />}
          </>
        );
      }}
    </Rows>
  );
}

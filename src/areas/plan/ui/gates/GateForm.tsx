'use client';

import type { ItemKind } from '@/core/gates';
import { RecordForm, type Editing } from '@/ui/forms/RecordForm';
import { fieldsOf, type Options } from '@/ui/forms/fields';
import { saveGate } from '@/areas/plan/write/gates';
import { gateSchema } from '@/areas/plan/records/gates';
import { NEW_ITEM } from '@/areas/plan/shared/gatesForm';

const { Check, Choice, Decimal, Rows, Text, useValue } = fieldsOf(gateSchema);

const KINDS: readonly (readonly [ItemKind, string])[] = [
  ['requirements', 'requirements agreed'],
  ['stage', 'a stage accepted'],
  ['runs', 'runs recorded'],
  ['iterations', 'iterations of the team'],
  ['each member', 'iterations of each member'],
  ['checks', 'checked by others'],
  ['musts', 'all musts measured'],
  ['sign-offs', 'training and cautions'],
  ['signed', 'a signature'],
  ['review', 'a review passed'],
];
const COUNTED: Partial<Record<ItemKind, string>> = {
  requirements: 'At least',
  runs: 'At least',
  iterations: 'At least',
  'each member': 'At least',
  checks: 'People',
  signed: 'Signatures',
};
const SIGNERS: Options = [
  ['instructor', 'the instructor'],
  ['member', 'a member of the team'],
  ['anybody', 'a member or the instructor'],
];

/** A gate: before which stage it stands, what it guards, and its checklist. */
export function GateForm({
  projectId,
  id,
  version,
  values,
  stages,
  reviewKinds,
}: Editing & {
  stages: Options;
  /** Kinds of review that the course holds. */
  reviewKinds: Options;
}) {
  const choice: Options = [['', 'choose …'], ...stages];
  return (
    <RecordForm
      id={`gate-${id ?? `new-${projectId}`}`}
      schema={gateSchema}
      values={values}
      fixed={{ projectId, id, version }}
      submit={saveGate}
      label="Save gate"
      names={{ name: 'Gate', stageId: 'Before stage', items: 'Checklist' }}
    >
      <div className="flex flex-wrap gap-3">
        <Text name="name" label="Gate" className="min-w-60" hint="like Material release" />
        <Choice name="stageId" label="Before stage" options={choice} className="min-w-60" />
      </div>
      <div>
        <Check name="guardsBuilding" label="Until it opens, no iteration can be set to being built" />
        <Check name="guardsFinal" label="Until it opens, no machine can be booked for final material" />
      </div>
      <p className="text-sm faint">
        All but a signature is checked by the program from what is recorded: hand-ins, runs, checks of iterations,
        measurements, sign-offs.
      </p>
      <Rows name="items" label="Checklist" add="Add an item" empty={NEW_ITEM}>
        {(path) => <Item path={path} stages={choice} reviewKinds={[['', 'choose …'], ...reviewKinds]} />}
      </Rows>
    </RecordForm>
  );
}

function Item({ path, stages, reviewKinds }: { path: `items.${number}`; stages: Options; reviewKinds: Options }) {
  const kind = useValue(`${path}.kind`) as ItemKind;
  const counted = COUNTED[kind];
  return (
    <>
      <Choice name={`${path}.kind`} label="Kind" options={KINDS} className="w-48" />
      <Text name={`${path}.text`} label="Called" className="min-w-44 grow" />
      {kind === 'stage' && <Choice name={`${path}.stageId`} label="Stage" options={stages} className="w-44" />}
      {kind === 'review' && (
        <Choice name={`${path}.reviewKindId`} label="Kind of review" options={reviewKinds} className="w-44" />
      )}
      {kind === 'signed' && <Choice name={`${path}.signer`} label="By" options={SIGNERS} className="w-44" />}
      {counted && <Decimal name={`${path}.count`} label={counted} className="w-20" />}
    </>
  );
}

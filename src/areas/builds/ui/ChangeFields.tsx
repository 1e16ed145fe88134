'use client';

import { CHANGE_KINDS, CLAIMS, isOfFeature, type ChangeKind } from '@/core/changes';
import { fieldsOf, type Options } from '@/ui/forms/fields';
import { iterationSchema } from '@/areas/builds/records/builds';

const { Choice, Text, useValue } = fieldsOf(iterationSchema);

export const EMPTY_CHANGE = {
  kind: 'parameter',
  what: '',
  before: '',
  after: '',
  unit: '',
  sourceId: '',
  makerId: '',
  claim: '',
  claimParameterId: '',
};

const KIND_WORD: Record<ChangeKind, string> = {
  parameter: 'design parameter',
  added: 'feature added',
  removed: 'feature removed',
  kept: 'feature kept',
  'taken over': 'feature taken over',
  material: 'material',
  joint: 'joint',
  other: 'something else',
};
const KINDS: Options = CHANGE_KINDS.map((kind) => [kind, KIND_WORD[kind]] as const);
const CLAIM_CHOICES: Options = [['', 'no claim'], ...CLAIMS.map((word) => [word, word] as const)];

/** One change of an iteration: what it is, from and to, and what is claimed of it. */
export function ChangeFields({
  path,
  others,
  figures,
  makers,
}: {
  path: `changes.${number}`;
  /** Released iterations of other teams, and designs of earlier seasons. */
  others: Options;
  figures: readonly { id: string; name: string }[];
  /** Who of the team may have made it. */
  makers: Options;
}) {
  const [kind, claimed] = useValue([`${path}.kind`, `${path}.claim`]) as [ChangeKind, string];
  const feature = isOfFeature(kind);
  return (
    <>
      <Choice name={`${path}.kind`} label="Kind of change" options={KINDS} className="w-44" />
      <Text
        name={`${path}.what`}
        label={feature ? 'Feature' : 'What'}
        list={feature ? 'features' : undefined}
        className="grow min-w-44"
      />
      {kind === 'taken over' && (
        <Choice name={`${path}.sourceId`} label="Taken over from" options={[['', 'choose …'], ...others]} />
      )}
      {!feature && (
        <>
          <Text name={`${path}.before`} label="From" className="w-24" />
          <Text name={`${path}.after`} label="To" className="w-24" />
        </>
      )}
      {kind === 'parameter' && <Text name={`${path}.unit`} label="Unit" className="w-16" />}
      {kind !== 'kept' && (
        <Choice name={`${path}.claim`} label="It makes it" options={CLAIM_CHOICES} className="w-28" />
      )}
      {claimed && (
        <Choice
          name={`${path}.claimParameterId`}
          label="Shown by"
          options={[['', 'choose …'], ...figures.map(({ id, name }) => [id, name] as const)]}
          className="w-44"
        />
      )}
      {makers.length > 1 && (
        <Choice name={`${path}.makerId`} label="Made by" options={[['', 'the team'], ...makers]} className="w-32" />
      )}
    </>
  );
}

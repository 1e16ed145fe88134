import {
  derivedFigure,
  derivedValue,
  readDerived,
  instrument,
  summarise,
  type Derived,
  type Inputs,
  readingUncertainty,
} from '@/core/bench';
import { factName } from '@/core/shared/factName';
import { groupBy } from '@/core/shared/groupBy';
import { memoize } from '@/core/shared/memoize';
import { convert, convertInterval, CoreError } from '@/core/units';
import { conditionsOf, type Protocol } from './protocols';
import type { Readings, Run, RunGroup } from '@/areas/bench/read/run';

/** A run with all that a formula can ask for. */
export interface MeasuredRun extends Pick<
  Run,
  'protocolId' | 'protocolVersion' | 'iterationId' | 'settings' | 'conditions' | 'runAt'
> {
  id: string;
  readings: Readings | null;
}
type Deriving = Pick<Protocol, 'quantities' | 'conditions' | 'settings'>;

/** What formulas of a protocol may use besides what is read: its conditions, and its settings that are figures. */
export const givenOf = ({ conditions, settings }: Pick<Protocol, 'conditions' | 'settings'>) =>
  [...conditions, ...settings]
    .filter(({ unit }) => unit !== '')
    .map(({ name, unit }) => ({ symbol: factName(name), unit }));

/** The derived quantities of a protocol by their id; none where its formulas do not fit any more. */
export const derivedOf = memoize((protocol: Deriving): ReadonlyMap<string, Derived> => {
  try {
    const all = readDerived(protocol.quantities, givenOf(protocol));
    return new Map(
      all.map((one) => [protocol.quantities.find(({ symbol }) => symbol === one.symbol)!.quantityId, one]),
    );
  } catch (error) {
    if (error instanceof CoreError) return new Map();
    throw error;
  }
});

/** What is known of a run, by symbol. */
export function inputsOf(
  { quantities }: Pick<Protocol, 'quantities'>,
  { readings, conditions, settings }: Pick<MeasuredRun, 'readings' | 'conditions' | 'settings'>,
): Inputs {
  const inputs: Record<string, { value: number; unit: string }> = {};
  for (const [name, one] of Object.entries(conditions)) inputs[factName(name)] = one;
  for (const [name, { value, unit }] of Object.entries(settings))
    if (typeof value === 'number') inputs[factName(name)] = { value, unit };
  for (const { quantityId, symbol } of quantities) {
    const read = readings?.[quantityId];
    if (read) inputs[symbol] = { value: read[0], unit: read[1] };
  }
  return inputs;
}

/** Runs whose value is derived get it; the protocols are asked for only where there are such. */
export async function withDerived<
  T extends Pick<
    Run,
    'protocolId' | 'quantityId' | 'value' | 'unit' | 'readings' | 'conditions' | 'settings' | 'status'
  >,
>(runs: T[], protocolsOf: () => Promise<readonly Protocol[]>): Promise<T[]> {
  if (!runs.some(({ value, readings }) => value === null && readings !== null)) return runs;
  const protocols = new Map((await protocolsOf()).map((one) => [one.id, one]));
  return runs.map((run) => {
    const protocol = run.value === null && run.readings ? protocols.get(run.protocolId) : undefined;
    const derived = protocol && derivedOf(protocol).get(run.quantityId);
    const value = derived ? derivedValue(derived, inputsOf(protocol, run)) : null;
    return value === null ? run : { ...run, value, unit: derived!.unit };
  });
}

/** A derived value with what it rests on. */
export interface DerivedFigure {
  value: number;
  standardUncertainty: number;
  contributions: { name: string; share: number }[];
}

/** A derived quantity of a run with its uncertainty: of the instruments, and of conditions that may lie anywhere in their tolerance. */
export function derivedFigureOf(
  protocol: Protocol,
  quantityId: string,
  run: Pick<MeasuredRun, 'readings' | 'conditions' | 'settings' | 'protocolVersion'>,
): DerivedFigure | null {
  const derived = derivedOf(protocol).get(quantityId);
  return derived
    ? derivedFigure(derived, withUncertainty(protocol, run.protocolVersion, inputsOf(protocol, run)))
    : null;
}

function withUncertainty(protocol: Protocol, protocolVersion: number, inputs: Inputs) {
  const asked = conditionsOf(protocol, { protocolVersion });
  const known = (symbol: string, unit: string): number => {
    const read = protocol.quantities.find((one) => one.symbol === symbol && one.formula === null);
    if (read) return readingUncertainty(read, unit) / 2;
    const condition = asked.find(({ name }) => factName(name) === symbol);
    if (!condition || condition.tolerance === 0) return 0;
    const accuracy = convertInterval({ value: condition.tolerance, from: condition.unit, to: unit }).value;
    return instrument({ accuracy }).standardUncertainty;
  };
  return Object.fromEntries(
    Object.entries(inputs).map(([symbol, one]) => [symbol, { ...one, standardUncertainty: known(symbol, one.unit) }]),
  );
}

/** Runs that may be taken together: of one iteration, under one version of the protocol, at the same settings. */
export const alikeKey = ({
  iterationId,
  protocolVersion,
  settings,
}: Pick<Run, 'iterationId' | 'protocolVersion' | 'settings'>) =>
  `${iterationId} ${protocolVersion} ${JSON.stringify(Object.entries(settings).sort())}`;

/** The derived quantities of valid runs, taken together as what is read is. */
export function derivedGroups(runs: readonly MeasuredRun[], protocols: readonly Protocol[]): RunGroup[] {
  const byProtocol = groupBy(runs, ({ protocolId }) => protocolId);
  return protocols.flatMap((protocol) => {
    const own = byProtocol.get(protocol.id) ?? [];
    const alike = [...groupBy(own, alikeKey).values()].map((group) =>
      group.map((run) => ({ run, inputs: inputsOf(protocol, run) })),
    );
    return [...derivedOf(protocol)].flatMap(([quantityId, derived]) =>
      alike.flatMap((group): RunGroup[] => {
        const found = group.flatMap(({ run, inputs }) => {
          const value = derivedValue(derived, inputs);
          return value === null ? [] : [{ run, inputs, value }];
        });
        if (found.length === 0) return [];
        const { run: first, inputs } = found[0]!;
        const mean = meanOf(
          found.map((one) => one.inputs),
          inputs,
        );
        const figure = derivedFigure(derived, withUncertainty(protocol, first.protocolVersion, mean));
        return [
          {
            quantityId,
            iterationId: first.iterationId,
            protocolVersion: first.protocolVersion,
            unit: derived.unit,
            instrumentUnit: derived.unit,
            resolution: 0,
            accuracy: (figure?.standardUncertainty ?? 0) * Math.sqrt(3),
            settings: first.settings,
            newest: new Date(Math.max(...found.map(({ run }) => run.runAt.getTime()))),
            ids: found.map(({ run }) => run.id),
            values: found.map(({ value }) => value),
          },
        ];
      }),
    );
  });
}

/** The mean of each input, in the unit of the first. */
function meanOf(all: readonly Inputs[], first: Inputs): Inputs {
  return Object.fromEntries(
    Object.entries(first).map(([symbol, { unit }]) => {
      const values = all.flatMap((one) =>
        one[symbol] ? [convert({ value: one[symbol].value, from: one[symbol].unit, to: unit }).value] : [],
      );
      return [symbol, { value: summarise({ values }).mean, unit }];
    }),
  );
}

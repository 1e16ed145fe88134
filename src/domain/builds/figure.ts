import { instrument, mostUsed, pairAt, summarise } from '@/core/bench';
import type { Measured } from '@/core/requirements';
import { groupBy } from '@/core/shared/groupBy';
import { once } from '@/core/shared/once';
import { convert, convertInterval } from '@/core/units';
import { quantity } from '@/core/format';
import type { Protocol } from '@/domain/bench/protocols';
import type { RunGroup, Settings } from '@/domain/bench/read';
import type { Iteration } from './read';

/** What a verdict rests on: a reading of one instrument, or the runs under a protocol. */
export type Evidence =
  | { kind: 'reading'; instrument: string | null; measuredOn: string; readings: number[] }
  | { kind: 'runs'; runs: number; protocol: string; runIds: string[]; at: string; others: number }
  | { kind: 'note'; title: string }
  | { kind: 'none' };
/** Where readings come from, so that a requirement finds those of its parameter. */
export interface Sources {
  protocols: readonly Protocol[];
  runs: readonly RunGroup[];
}

/**
 * Expanded uncertainty of a reading in the given unit, or of the mean of several, whose spread counts in; a count has none of the
 * instrument's.
 */
export function readingUncertainty(
  of: {
    resolution: number | null;
    accuracy: number | null;
    instrumentUnit: string | null;
    readings?: readonly number[] | null;
  },
  unit: string,
): number {
  const own = (value: number) =>
    value === 0 ? 0 : convertInterval({ value, from: of.instrumentUnit!, to: unit }).value;
  const spread = of.readings ? summarise({ values: of.readings }) : null;
  if (of.resolution === null && spread === null) return 0;
  return instrument({
    resolution: own(of.resolution ?? 0),
    accuracy: own(of.accuracy ?? 0),
    ...(spread?.standardDeviation == null ? {} : { standardDeviation: spread.standardDeviation, n: spread.n }),
  }).expandedUncertainty;
}

/** What was measured of an iteration, and on what that rests. */
export interface Found {
  measured: Measured;
  evidence: Evidence;
}

/**
 * What is known of one parameter of an iteration: a measurement taken on it, else the mean of its valid runs under a protocol that
 * measures the parameter, with the expanded uncertainty (k = 2). Runs at different settings, or under different versions of the
 * protocol, are never mixed: those of the newest version count, at the settings of most, of as many the newest. null when nothing is measured.
 */
export function figureOf(parameterId: string, iteration: Iteration, sources: Sources): Found | null {
  return reading(parameterId, iteration) ?? runs(parameterId, iteration, sources);
}

function reading(parameterId: string, iteration: Iteration): Found | null {
  const taken = iteration.measurements.find((m) => m.parameterId === parameterId);
  if (!taken) return null;
  const evidence: Evidence = {
    kind: 'reading',
    instrument: taken.instrumentName,
    measuredOn: taken.measuredOn,
    readings: taken.readings ?? [],
  };
  if (taken.dimension === 'yes-no') return { measured: { value: taken.answer! }, evidence };
  const unit = taken.unit!;
  return { measured: { value: taken.value!, unit, expandedUncertainty: readingUncertainty(taken, unit) }, evidence };
}

const groupsBy = once((runs: readonly RunGroup[]) =>
  groupBy(runs, (group) => `${group.iterationId} ${group.quantityId}`),
);

const countOf = (groups: readonly RunGroup[]) => groups.reduce((sum, { ids }) => sum + ids.length, 0);

/** Runs of an iteration at the same settings, under one version of the protocol. */
interface AtSettings {
  at: string;
  set: string;
  protocolVersion: number;
  n: number;
  groups: readonly RunGroup[];
}

/** The runs of an iteration under a protocol by their settings, those used last at the end. */
function bySettings(protocol: Protocol, iterationId: string, runs: readonly RunGroup[]): AtSettings[] {
  const newest = ({ groups }: AtSettings) => Math.max(...groups.map((one) => one.newest.getTime()));
  const own = groupsBy(runs).get(`${iterationId} ${protocol.quantityId}`) ?? [];
  return [...groupBy(own, (group) => madeAt(group, protocol))]
    .map(([at, groups]): AtSettings => ({
      at,
      set: settingsText(groups[0]!.settings),
      protocolVersion: groups[0]!.protocolVersion,
      n: countOf(groups),
      groups,
    }))
    .sort((a, b) => newest(a) - newest(b));
}

/** What was set, in words: "angle 30°, gear low"; empty for nothing. */
export function settingsText(settings: Settings): string {
  return Object.entries(settings)
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([name, { value, unit }]) => `${name} ${typeof value === 'number' ? quantity(value, unit) : value}`)
    .join(', ');
}

/** At which settings runs were made, in words, and under which version of the protocol where that is not the one of today. */
export function madeAt(
  { settings, protocolVersion }: Pick<RunGroup, 'settings' | 'protocolVersion'>,
  { currentVersion }: Pick<Protocol, 'currentVersion'>,
): string {
  const version = protocolVersion === currentVersion ? '' : `under version ${protocolVersion} of the protocol`;
  return [settingsText(settings), version].filter(Boolean).join(', ');
}

/**
 * The valid runs of an iteration under a protocol that count for it, and their values in its unit: those under the newest
 * version of the protocol that it was run under, at one and the same settings. null when there are none.
 */
export function runsUnder(protocol: Protocol, iterationId: string, runs: readonly RunGroup[]) {
  const all = bySettings(protocol, iterationId, runs);
  const newest = Math.max(...all.map(({ protocolVersion }) => protocolVersion));
  const most = mostUsed(all.filter(({ protocolVersion }) => protocolVersion === newest));
  if (!most) return null;
  return { ...usedAt(most, protocol), others: all.reduce((sum, { n }) => sum + n, 0) - most.n };
}

/** The runs that two iterations are compared by: at settings that both have, where there are any. null where one has no runs. */
export function runsOfBoth(protocol: Protocol, aId: string, bId: string, runs: readonly RunGroup[]) {
  const pair = pairAt(bySettings(protocol, aId, runs), bySettings(protocol, bId, runs));
  return pair ? ([usedAt(pair[0], protocol), usedAt(pair[1], protocol)] as const) : null;
}

function usedAt({ groups: valid }: AtSettings, { unit }: Protocol) {
  const values = valid.flatMap((group) =>
    group.values.map((value) => convert({ value, from: group.unit, to: unit }).value),
  );
  const { settings, protocolVersion } = valid[0]!;
  return { valid, values, settings, protocolVersion };
}

function runs(parameterId: string, iteration: Iteration, { protocols, runs }: Sources): Found | null {
  for (const protocol of protocols) {
    if (protocol.parameterId !== parameterId) continue;
    const found = runsUnder(protocol, iteration.id, runs);
    if (!found) continue;
    const { valid, values, others } = found;
    const first = valid[0]!;
    const { unit } = protocol;
    const { mean, standardDeviation, n } = summarise({ values });
    const own = (value: number) => convertInterval({ value, from: first.instrumentUnit, to: unit }).value;
    const { expandedUncertainty } = instrument({
      resolution: own(first.resolution),
      accuracy: own(first.accuracy),
      ...(standardDeviation === null ? {} : { standardDeviation, n }),
    });
    const evidence: Evidence = {
      kind: 'runs',
      runs: n,
      protocol: protocol.name,
      runIds: valid.flatMap((group) => group.ids),
      at: madeAt(first, protocol),
      others,
    };
    return { measured: { value: mean, unit, expandedUncertainty }, evidence };
  }
  return null;
}

import { mostUsed, pairAt } from '@/core/bench';
import { quantity } from '@/core/format';
import { groupBy } from '@/core/shared/groupBy';
import { memoize } from '@/core/shared/memoize';
import { convert } from '@/core/units';
import type { Protocol } from './protocols';
import type { RunGroup, Settings } from '@/areas/bench/read/run';

const groupsBy = memoize((runs: readonly RunGroup[]) =>
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

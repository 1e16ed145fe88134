import { compare, conclude, summarise, type Better, type Comparison, type Summary } from '@/core/bench';
import { quantity } from '@/core/format';
import { type Protocol, type EventRecord, type Settings, runsOfBoth } from '@/areas/bench';
import { agreedOn, type Requirement } from '@/areas/brief';
import type { Sources } from './figure';
import type { Iteration } from '@/areas/builds';

/** The runs of two iterations under one protocol, and what they say of each other. */
export interface RunsCompared {
  protocol: Protocol;
  sides: [Side, Side];
  better: Better | null;
  comparison: Comparison;
  says: string;
}
interface Side {
  summary: Summary;
  settings: Settings;
  protocolVersion: number;
}

/** Compares two iterations by their runs under every protocol that both have runs of. */
export function compareRuns(
  [a, b]: readonly [Iteration, Iteration],
  { protocols, runs }: Sources,
  requirements: readonly Requirement[],
  events: readonly EventRecord[],
  names: readonly [string, string],
): RunsCompared[] {
  return protocols.flatMap((protocol) => {
    const both = runsOfBoth(protocol, a.id, b.id, runs);
    if (!both) return [];
    const [one, other] = both;
    const better = betterOf(protocol, requirements, events);
    const comparison = compare({ a: one.values, b: other.values, better: better ?? 'higher' });
    const [says] = conclude({
      a: names[0],
      b: names[1],
      parameter: protocol.parameterName,
      unit: protocol.unit,
      better,
      n: [one.values.length, other.values.length],
      comparison,
      changed: [],
    });
    const side = ({ values, settings, protocolVersion }: typeof one): Side => ({
      summary: summarise({ values }),
      settings,
      protocolVersion,
    });
    return [
      {
        protocol,
        sides: [side(one), side(other)],
        better,
        comparison,
        says: says!,
      },
    ];
  });
}

/** Which way is better: as an event scores it, else as a requirement limits it; unknown where neither says so. */
export function betterOf(
  { id, parameterId, quantityId }: Protocol,
  requirements: readonly Requirement[],
  events: readonly EventRecord[],
): Better | null {
  const ways = new Set<Better>();
  for (const { protocolId, quantityId: scored, rule } of events)
    if (protocolId === id && scored === quantityId && (rule.better === 'higher' || rule.better === 'lower'))
      ways.add(rule.better);
  if (ways.size === 0)
    for (const { kind, parameterId: of } of agreedOn(requirements))
      if (of === parameterId && (kind === 'max' || kind === 'min')) ways.add(kind === 'max' ? 'lower' : 'higher');
  return ways.size === 1 ? [...ways][0]! : null;
}

/**
 * What was set at runs that both have, by setting and protocol, as a comparison looks at it; and the version of a protocol where that is
 * not the same.
 */
export function settingsCompared(compared: readonly RunsCompared[], side: 0 | 1): Map<string, string> {
  return new Map(
    compared.flatMap(({ protocol, sides }) => [
      ...Object.entries(sides[side].settings).map(
        ([name, { value, unit }]) =>
          [`${name}, ${protocol.name}`, typeof value === 'number' ? quantity(value, unit) : value] as const,
      ),
      ...(sides[0].protocolVersion === sides[1].protocolVersion
        ? []
        : [[`version of the protocol, ${protocol.name}`, String(sides[side].protocolVersion)] as const]),
    ]),
  );
}

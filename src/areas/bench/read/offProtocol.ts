import { protocolCheck } from '@/core/bench';
import type { Condition } from './protocols';

/** Which conditions of a protocol a run did not keep, in words. */
export function offProtocol(
  conditions: readonly Condition[],
  recorded: Record<string, { value: number; unit: string }>,
): string[] {
  const { deviations, missing } = protocolCheck({ conditions, recorded });
  const words = new Map<string, string>(missing.map((name) => [name, `${name} not recorded`]));
  for (const { name, expected, found } of deviations) {
    const { unit, tolerance } = conditions.find((one) => one.name === name)!;
    words.set(name, `${name} ${Number(found.toPrecision(6))} ${unit} instead of ${expected} ± ${tolerance}`);
  }
  return conditions.flatMap(({ name }) => words.get(name) ?? []);
}

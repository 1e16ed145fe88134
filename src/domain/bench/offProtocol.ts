import { convert } from '@/core/units';

/** Which conditions of a protocol a run did not keep, in words. */
export function offProtocol(
  conditions: { name: string; value: number; tolerance: number; unit: string }[],
  recorded: Record<string, { value: number; unit: string }>,
): string[] {
  return conditions.flatMap(({ name, value, tolerance, unit }) => {
    const found = Object.hasOwn(recorded, name) ? recorded[name] : undefined;
    if (!found) return [`${name} not recorded`];
    const here = found.unit === unit ? found.value : convert({ value: found.value, from: found.unit, to: unit }).value;
    const off = Math.abs(here - value) - tolerance;
    return off > 1e-9 * Math.max(1, Math.abs(value))
      ? [`${name} ${Number(here.toPrecision(6))} ${unit} instead of ${value} ± ${tolerance}`]
      : [];
  });
}

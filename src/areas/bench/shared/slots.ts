import type { RigQuantity } from '@/areas/bench/shared/rig';

/** One thing to key in at a run: what an observer reads of a quantity. */
export interface Slot {
  quantity: RigQuantity;
  observer: number;
}
export const slotsOf = (quantities: readonly RigQuantity[]): Slot[] =>
  quantities.flatMap((quantity) =>
    Array.from({ length: quantity.observers }, (_, observer) => ({ quantity, observer })),
  );

/**
 * The slot that is keyed in after another one; the number of slots when it was the last. A quantity whose first observer reads nothing
 * is left out, as is a watch that failed, but for the first quantity of all: that one is waited for.
 */
export function afterSlot(slots: readonly Slot[], at: number, keyed: boolean): number {
  const slot = slots[Math.min(at, slots.length - 1)]!;
  const end = slots.findIndex((one, i) => i > at && one.quantity !== slot.quantity);
  const skips = !keyed && slot.observer === 0 && at > 0;
  if (skips) return end < 0 ? slots.length : end;
  return at + 1;
}

/** What was keyed in before, as it is kept on the device; of an older form of it nothing. */
export function takenOf(kept: string): string[] {
  try {
    const read: unknown = kept ? JSON.parse(kept) : [];
    return Array.isArray(read) ? read.map(String) : [];
  } catch {
    return [];
  }
}

interface Reading {
  value: string;
  more: { value: string }[];
  unit: string;
}
/** What was read in a run, as it is sent: the first quantity, and the others. */
export interface Readings extends Reading {
  readings: (Reading & { quantityId: string })[];
}

/** Gathers what was keyed in slot by slot; an observer who read nothing is left out. */
export function readingsFrom(
  quantities: readonly RigQuantity[],
  slots: readonly Slot[],
  read: readonly string[],
  unitOf: (quantity: RigQuantity) => string,
): Readings {
  const of = (quantity: RigQuantity): Reading => {
    const [value = '', ...more] = read.filter((text, i) => text !== '' && slots[i]?.quantity === quantity);
    return { value, more: more.map((one) => ({ value: one })), unit: unitOf(quantity) };
  };
  const [first, ...others] = quantities;
  return { ...of(first!), readings: others.map((one) => ({ quantityId: one.id, ...of(one) })) };
}

/** The same run without what was read. */
export const nothingRead = ({ unit, readings }: Readings): Readings => ({
  value: '',
  more: [],
  unit,
  readings: readings.map((one) => ({ ...one, value: '', more: [] })),
});

/** What was read in words: "2.4 V", "180 and 182 mA". */
export const readWords = ({ readings, ...first }: Readings): string[] =>
  [first, ...readings].flatMap(({ value, more, unit }) =>
    value ? [`${[value, ...more.map((one) => one.value)].join(' and ')} ${unit}`] : [],
  );

/** What the large key does. */
export function labelOf({
  from,
  to,
  sure,
  asPractice,
}: {
  from: Slot;
  to: Slot | undefined;
  sure: boolean;
  asPractice: boolean;
}): string {
  if (to && sure) return 'Keep it all the same';
  if (to) return to.quantity === from.quantity ? 'Next observer' : `Next: ${to.quantity.name}`;
  if (sure) return 'Save all the same';
  return asPractice ? 'Save practice' : 'Save, next team';
}

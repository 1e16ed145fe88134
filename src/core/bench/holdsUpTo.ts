import { quantity, plural } from '../format';

/** A run at some level (a height, a load), and whether it was good. */
export interface RunAt {
  at: number;
  good: boolean;
}

/**
 * Up to which level every run was good, and the lowest at which one was not. What was never failed is known as "at least" only.
 * @throws nothing; without runs both are null
 * @example holdsUpTo([{ at: 60, good: true }, { at: 90, good: true }, { at: 120, good: false }]) // { upTo: 90, failedAt: 120 }
 */
export function holdsUpTo(runs: readonly RunAt[]): { upTo: number | null; failedAt: number | null } {
  const failedAt = runs.reduce<number | null>(
    (least, { at, good }) => (good ? least : least === null ? at : Math.min(least, at)),
    null,
  );
  const good = runs.filter((run) => run.good && (failedAt === null || run.at < failedAt)).map(({ at }) => at);
  return { upTo: good.length > 0 ? Math.max(...good) : null, failedAt };
}

/** The same in a sentence. */
export function holdsText(name: string, over: string, unit: string, runs: readonly RunAt[]): string | null {
  const { upTo, failedAt } = holdsUpTo(runs);
  const at = (level: number) => runs.filter((run) => run.at === level);
  const there = (level: number) => {
    const all = at(level);
    const bad = all.filter(({ good }) => !good).length;
    return `at ${quantity(level, unit)} ${bad} of ${plural(all.length, 'run')} failed`;
  };
  if (upTo === null && failedAt === null) return null;
  if (upTo === null) return `${name} failed at the lowest ${over} tried: ${there(failedAt!)}.`;
  if (failedAt === null)
    return `${name} holds up to at least ${quantity(upTo, unit)} of ${over}: nothing failed, so how much more it stands is not known.`;
  return `${name} holds up to at least ${quantity(upTo, unit)} of ${over}; ${there(failedAt)}.`;
}

import { alikeText, compareAll, summarise } from '@/core/bench';
import { groupBy } from '@/core/shared/groupBy';
import { convert } from '@/core/units';
import { type Protocol, type Run, madeAt } from '@/areas/bench';
import type { CopiesCompared, Copy, Stretch } from '@/areas/builds';

/**
 * Whether the copies of an iteration are alike, and whether a repair left a copy as it was: by their valid runs under each protocol
 * at the same settings, with p values adjusted for the number of pairs. Only where there are two stretches to compare.
 */
export function compareCopies(
  copies: readonly Copy[],
  runs: readonly Run[],
  protocols: readonly Protocol[],
): CopiesCompared[] {
  const valid = runs.filter(({ status, copyId, value }) => status === 'ok' && copyId !== null && value !== null);
  return protocols.flatMap((protocol) => {
    const own = valid.filter((run) => run.protocolId === protocol.id && run.quantityId === protocol.quantityId);
    return [...groupBy(own, (run) => madeAt(run, protocol))].flatMap(([at, list]) => {
      const byStretch = groupBy(list, (run) => stretchOf(copies, run));
      const groups = [...byStretch]
        .sort(([a], [b]) => a.localeCompare(b, 'en', { numeric: true }))
        .map(([id, of]) => ({
          id,
          values: of.map(({ value, unit }) => convert({ value: value!, from: unit!, to: protocol.unit }).value),
        }));
      if (groups.length < 2) return [];
      const stretches = groups.map(({ id, values }): Stretch => {
        const { n, mean, standardDeviation } = summarise({ values });
        return { name: id, n, mean, standardDeviation };
      });
      const { pairs } = compareAll({ groups, better: 'higher', permutations: false });
      return [{ protocol, at, stretches, says: alikeText(pairs, protocol.unit) }];
    });
  });
}

/** The copy that a run was made with, and after which of its repairs. */
function stretchOf(copies: readonly Copy[], { copyId, copyNumber, runAt }: Run): string {
  const repairs =
    copies.find(({ id }) => id === copyId)?.notes.filter(({ kind, at }) => kind === 'repaired' && at <= runAt) ?? [];
  const after = repairs.length === 0 ? '' : repairs.length === 1 ? ', repaired' : `, repaired ${repairs.length} times`;
  return `copy ${copyNumber}${after}`;
}

import { checkDimension, type Dimension } from '../units';
import { CoreError } from '../shared/CoreError';
import { budget } from './budget';
import { conflicts } from './conflicts';
import type { Limit } from './limit';
import { wording } from '../wording';

/** A requirement as far as the checks look at it; those withdrawn are left out by the caller. */
export interface Checked {
  code: string;
  statement: string;
  /** Null: a wish, which has a weight and no limit. */
  limit: Limit | null;
  parameter: string | null;
  dimension: Dimension | null;
  priority: 'must' | 'should' | 'could';
  method: string | null;
  hasSource: boolean;
  /** Whether anybody has measured it on any iteration. */
  measured: boolean;
  /** How its limit is split over parts, a list for each who split it. */
  budgets?: readonly { of: string; parts: readonly { name: string; value: number; unit: string }[] }[];
}
export type RemarkKind = 'conflict' | 'unit' | 'verification' | 'wording' | 'budget' | 'not-measured' | 'source';
/** One thing to look at, in words. */
export interface Remark {
  kind: RemarkKind;
  codes: string[];
  text: string;
}

/**
 * The checks that run all the time over a list of requirements, gravest kind first: conflicts; units that are missing or
 * can't be; a budget that its parts overdraw; musts that nobody has measured; no way to verify; words
 * that can't be measured (where no limit stands beside them); no source. Empty list: no remarks. Likely
 * duplicates are found apart (duplicates), as a long list takes its time.
 * @returns remarks in the order of their kinds, then of the list
 */
export function checkList(input: { requirements: readonly Checked[] }): { remarks: Remark[] } {
  const list = input.requirements;
  const units = list.flatMap(unitOf);
  const broken = new Set(units.flatMap((remark) => remark.codes));
  const limited = list.flatMap(({ code, limit, parameter }) =>
    limit && parameter && !broken.has(code) ? [{ code, parameter, limit }] : [],
  );
  return {
    remarks: [
      ...conflicts({ requirements: limited }).conflicts.map(({ a, b, reason }): Remark => ({
        kind: 'conflict',
        codes: [a, b],
        text: reason,
      })),
      ...units,
      ...list.filter(({ code }) => !broken.has(code)).flatMap(budgetsOf),
      ...each(
        list,
        'not-measured',
        (r) => r.priority === 'must' && r.limit !== null && !r.measured,
        () => 'A must that nobody has measured yet.',
      ),
      ...each(
        list,
        'verification',
        (r) => r.limit !== null && !r.method,
        () => 'Nothing says how it will be verified: by measurement, demonstration, inspection or analysis.',
      ),
      ...list.flatMap(wordsOf),
      ...each(
        list,
        'source',
        (r) => !r.hasSource,
        () => 'Nothing says where it comes from.',
      ),
    ],
  };
}

function each(
  list: readonly Checked[],
  kind: RemarkKind,
  when: (r: Checked) => boolean,
  text: (r: Checked) => string,
): Remark[] {
  return list.filter(when).map((r) => ({ kind, codes: [r.code], text: text(r) }));
}

function unitOf({ code, limit, dimension }: Checked): Remark[] {
  if (!limit || limit.kind === 'yes') return [];
  if (!limit.unit) return [{ kind: 'unit', codes: [code], text: 'The limit has no unit.' }];
  try {
    if (dimension) checkDimension(limit.unit, dimension);
    return [];
  } catch (error) {
    if (error instanceof CoreError) return [{ kind: 'unit', codes: [code], text: error.message }];
    throw error;
  }
}

function budgetsOf({ code, limit, budgets = [] }: Checked): Remark[] {
  if (limit?.kind !== 'max') return [];
  return budgets.flatMap(({ of, parts }): Remark[] => {
    const { overdrawn, total, remaining, unit } = budget({ limit, parts });
    if (!overdrawn) return [];
    const text = `The parts of ${of} add up to ${total} ${unit}, ${-remaining} ${unit} more than the limit of ${limit.value} ${unit}.`;
    return [{ kind: 'budget', codes: [code], text }];
  });
}

function wordsOf({ code, statement, limit }: Checked): Remark[] {
  if (limit && limit.kind !== 'yes') return [];
  return wording({ text: statement }).findings.map(({ word, suggestion }) => ({
    kind: 'wording',
    codes: [code],
    text: `“${word}” can’t be measured. ${suggestion}`,
  }));
}

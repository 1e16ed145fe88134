import { toleranceAt } from '../shared/tolerance';
import { agreement, type Agreement } from './agreement';
import type { RubricResults } from './result';

/** A team whose place among the judged teams changes when judges are evened out; equal points share a place. */
export interface Moved {
  team: string;
  from: number;
  to: number;
}

/**
 * How far the judges of a rubric agree, over their complete scores on the scale of the present edition.
 * @returns null with fewer than two judges or teams
 */
export function panelAgreement({
  results,
  adjustment,
}: Pick<RubricResults, 'results' | 'adjustment'>): Agreement | null {
  const judges = adjustment?.judges.map((one) => one.judge) ?? [];
  const rows = results
    .map((result) => judges.map((judge) => result.judges.find((one) => one.judge === judge && one.scorer === 'judges')))
    .map((row) => row.map((one) => one?.points ?? null))
    .filter((row) => row.some((points) => points !== null));
  return rows.length > 1 && judges.length > 1 ? agreement({ scores: rows }) : null;
}

/** What evening out does to the places; nobody where the panel falls apart. */
export function placesMoved({ adjustment }: Pick<RubricResults, 'adjustment'>): Moved[] {
  if (!adjustment?.connected) return [];
  const { teams } = adjustment;
  const place = (of: (one: (typeof teams)[number]) => number, own: number) =>
    1 + teams.filter((one) => of(one) > own + toleranceAt(own)).length;
  return teams
    .map(({ team, raw, adjusted }) => ({
      team,
      from: place((one) => one.raw, raw),
      to: place((one) => one.adjusted!, adjusted!),
    }))
    .filter(({ from, to }) => from !== to);
}

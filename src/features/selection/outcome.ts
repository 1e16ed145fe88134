import {
  datum,
  decide,
  disagreement,
  vote,
  VOTES,
  type Cell,
  type Decision,
  type Vote,
  type VoteMethod,
} from '@/core/concepts';
import { plural } from '@/ui/format';
import type { SelectionRecord } from './queries';

/** What each school rewards, in a line. */
export const SCHOOLS = {
  matrix: ['Weighted matrix', 'being good where the weights say it matters'],
  datum: ['Against the datum', 'improving on one known concept, whatever the size of the step'],
  client: ['Client’s choice', 'what speaks to the one who will use it'],
  approval: ['Approval', 'being acceptable to many'],
  borda: ['Borda', 'standing high on many ballots'],
  condorcet: ['Pairwise winner', 'beating every other one in a straight contest'],
} as const;
export type School = keyof typeof SCHOOLS;

/** The weighted matrix of a selection; what is missing when it can't be decided yet. */
export interface Matrix {
  cells: Map<string, Cell>;
  decision: Decision | null;
  /** Cells that nobody has scored, as concept and criterion. */
  missing: { concept: string; criterion: string }[];
  raters: number;
}
export const cellKey = (concept: string, criterion: string) => `${concept} ${criterion}`;

export function matrixOf({ criteria, concepts, scores }: SelectionRecord): Matrix {
  const cells = new Map(
    scores.length === 0
      ? []
      : disagreement({ ratings: scores }).cells.map((cell) => [cellKey(cell.concept, cell.criterion), cell] as const),
  );
  const missing = concepts.flatMap((concept) =>
    criteria
      .filter((criterion) => !cells.has(cellKey(concept.id, criterion.id)))
      .map((criterion) => ({ concept: concept.title, criterion: criterion.name })),
  );
  const decision =
    missing.length > 0 || concepts.length === 0
      ? null
      : decide({
          criteria,
          concepts: concepts.map(({ id }) => ({
            id,
            scores: Object.fromEntries(criteria.map((one) => [one.id, cells.get(cellKey(id, one.id))!.mean])),
          })),
        });
  return { cells, decision, missing, raters: new Set(scores.map(({ rater }) => rater)).size };
}

/** The totals when one criterion has none of the weight, and when it has all: between them they are straight lines. */
export function linesOf(
  selection: SelectionRecord,
  { cells }: Matrix,
  criterion: string,
): { id: string; at0: number; at1: number }[] {
  const { criteria, concepts } = selection;
  const totals = (weightOf: (id: string, weight: number) => number) =>
    new Map(
      decide({
        criteria: criteria.map(({ id, weight }) => ({ id, weight: weightOf(id, weight) })),
        concepts: concepts.map(({ id }) => ({
          id,
          scores: Object.fromEntries(criteria.map((one) => [one.id, cells.get(cellKey(id, one.id))!.mean])),
        })),
      }).totals.map(({ id, total }) => [id, total]),
    );
  const all = totals((id) => (id === criterion ? 1 : 0));
  const rest = criteria.some(({ id, weight }) => id !== criterion && weight > 0);
  const none = rest ? totals((id, weight) => (id === criterion ? 0 : weight)) : all;
  return concepts.map(({ id }) => ({ id, at0: none.get(id)!, at1: all.get(id)! }));
}

/** The comparison against the datum, once every mark is there. */
export function datumOf({ criteria, concepts, marks, datumId }: SelectionRecord) {
  const others = concepts.filter(({ id }) => id !== datumId);
  const whole = others.every(({ id }) =>
    criteria.every((one) => marks.some((mark) => mark.concept === id && mark.criterion === one.id)),
  );
  if (!datumId || !concepts.some(({ id }) => id === datumId) || !whole || others.length === 0) return null;
  const said: Record<string, Record<string, number>> = {};
  for (const { concept, criterion, mark } of marks) (said[concept] ??= {})[criterion] = mark;
  return datum({ criteria, concepts, datum: datumId, marks: said }).rows;
}

/** The panel's vote by each method; null before there is a ballot. */
export function votesOf({ concepts, ballots }: SelectionRecord): Record<VoteMethod, Vote> | null {
  if (ballots.length === 0 || concepts.length === 0) return null;
  const candidates = concepts.map(({ id }) => id);
  const lists = ballots.map(({ ranking }) => ranking.filter((id) => candidates.includes(id)));
  return Object.fromEntries(VOTES.map((method) => [method, vote({ ballots: lists, method, candidates })])) as Record<
    VoteMethod,
    Vote
  >;
}

/** What one school says: who comes first (several when level), in words. */
export interface Says {
  school: School;
  first: string[];
  words: string;
}

/** The schools side by side, those that have said something. */
export function sideBySide(selection: SelectionRecord, matrix: Matrix): Says[] {
  const says: Says[] = [];
  const name = (id: string) => selection.concepts.find((one) => one.id === id)?.title ?? 'a concept taken back';
  if (matrix.decision) {
    const { winner, tied, totals } = matrix.decision;
    says.push({
      school: 'matrix',
      first: tied.length ? tied : [winner],
      words: `${totals[0]!.total.toFixed(2)} of 5, by ${plural(matrix.raters, 'rater')}`,
    });
  }
  const rows = datumOf(selection);
  if (rows) {
    // The datum itself stands at 0: where nothing is better, it is first.
    const best = Math.max(0, ...rows.map(({ weightedNet }) => weightedNet));
    const first = rows.filter(({ weightedNet }) => weightedNet === best).map(({ id }) => id);
    says.push({
      school: 'datum',
      first: best === 0 ? [selection.datumId!, ...first] : first,
      words: `weighted net ${best > 0 ? '+' : ''}${best} against ${name(selection.datumId!)}`,
    });
  }
  if (selection.choice) {
    const { picks, by } = selection.choice;
    says.push({ school: 'client', first: picks.map(({ conceptId }) => conceptId), words: `picked by ${by}` });
  }
  const votes = votesOf(selection);
  if (votes)
    for (const method of VOTES) {
      const { order, winner } = votes[method];
      const most = order[0]!.points;
      const level = order.filter(({ points }) => points === most).map(({ id }) => id);
      says.push({
        school: method,
        first: winner ? [winner] : method === 'condorcet' ? [] : level,
        words: winner
          ? method === 'condorcet'
            ? 'beats every other one'
            : `${most} ${method === 'approval' ? `of ${plural(selection.ballots.length, 'ballot')}` : 'points'}`
          : method === 'condorcet'
            ? 'nobody beats every other one'
            : `level at ${most}`,
      });
    }
  return says;
}

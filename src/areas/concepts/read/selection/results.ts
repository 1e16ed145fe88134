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
import { plural } from '@/core/format';
import type { SelectionRecord } from '@/areas/concepts/read/selection';

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
      : decide({ criteria, concepts: scoredOf(criteria, concepts, cells) });
  return { cells, decision, missing, raters: new Set(scores.map(({ rater }) => rater)).size };
}

/** One criterion: its share of the weight, how the totals run over it, and where another draws level with the winner. */
export interface WeightView {
  criterion: string;
  /** Share of 1. */
  weight: number;
  /** Totals with none of the weight and with all of it, best at present first: between them they are straight lines. */
  lines: { id: string; at0: number; at1: number }[];
  /** null where no weight changes the winner. */
  crossing: { weight: number; total: number; id: string } | null;
}

/** The share of the whole weight that each criterion has. */
export function sharesOf({ criteria }: Pick<SelectionRecord, 'criteria'>): number[] {
  const whole = criteria.reduce((sum, { weight }) => sum + weight, 0);
  return criteria.map(({ weight }) => weight / whole);
}

/** What a decided matrix would say under other weights, criterion by criterion. */
export function weightViews({ criteria, concepts }: SelectionRecord, { cells, decision }: Matrix): WeightView[] {
  if (!decision) return [];
  const scored = scoredOf(criteria, concepts, cells);
  const totals = (weights: readonly { id: string; weight: number }[]) =>
    new Map(decide({ criteria: weights, concepts: scored }).totals.map(({ id, total }) => [id, total]));
  const shares = sharesOf({ criteria });
  return criteria.map(({ id, name }, i) => {
    const rest = criteria.filter((one) => one.id !== id);
    const at1 = totals([{ id, weight: 1 }]);
    const at0 = rest.some(({ weight }) => weight > 0) ? totals(rest) : at1;
    const lines = decision.totals.map((one) => ({ id: one.id, at0: at0.get(one.id)!, at1: at1.get(one.id)! }));
    const flip = decision.flips.find((one) => one.criterion === id);
    const led = lines.find((line) => line.id === decision.winner)!;
    const crossing = flip && {
      weight: flip.newWeight,
      id: flip.newWinner,
      total: led.at0 + flip.newWeight * (led.at1 - led.at0),
    };
    return { criterion: name, weight: shares[i]!, lines, crossing: crossing ?? null };
  });
}

function scoredOf(
  criteria: SelectionRecord['criteria'],
  concepts: SelectionRecord['concepts'],
  cells: Matrix['cells'],
) {
  return concepts.map(({ id }) => ({
    id,
    scores: Object.fromEntries(criteria.map((one) => [one.id, cells.get(cellKey(id, one.id))!.mean])),
  }));
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
  const name = (id: string) => selection.concepts.find((one) => one.id === id)?.title ?? 'a concept withdrawn';
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

import { day } from '../format';

/** What a gate asks for. All but "signed" are checked from evidence. */
export const ITEM_KINDS = [
  'requirements',
  'stage',
  'runs',
  'iterations',
  'each member',
  'checks',
  'musts',
  'sign-offs',
  'signed',
  'review',
] as const;
export type ItemKind = (typeof ITEM_KINDS)[number];

export interface GateItem {
  id: string;
  kind: ItemKind;
  /** What it is called on the checklist. */
  text: string;
  /** How many: agreed requirements, runs, iterations, checkers or signatures. */
  count: number;
  /** The stage that is to be accepted, for the kind "stage". */
  stage: { id: string; name: string } | null;
  /** Who may sign, for the kind "signed". */
  signer: 'instructor' | 'member' | 'anybody' | null;
  /** The kind of review that is to be passed, for the kind "review". */
  review: { id: string; name: string } | null;
}
/** What there is of a team, as the items look at it. */
export interface Evidence {
  /** Agreed and proposed requirements of the class. */
  requirements: { agreed: number; proposed: number };
  /** How far the team is with each stage, by id; without an entry it is open. */
  stages: ReadonlyMap<string, 'open' | 'handed-in' | 'accepted' | 'returned'>;
  /** Runs recorded by the team. */
  runs: number;
  /** Iterations of the team that are more than planned. */
  iterations: number;
  /** How many of them each member made. */
  makers: readonly { name: string; made: number }[];
  /** The iteration that most people have checked, each once and its maker left out; null without one. It stays checked. */
  checked: { label: string; by: readonly string[] } | null;
  /** The iteration on which the fewest musts are left to measure (null without one), and their codes. */
  musts: { label: string | null; unmeasured: readonly string[] };
  /** What is missing of training and reading for the work behind the gate, each as a sentence's part. */
  missingSignOffs: readonly string[];
  /** Names of those who signed an item, by its id. */
  signed: ReadonlyMap<string, readonly string[]>;
  /** What the last review of each kind said, by the kind's id: how many of its conditions are not done. */
  reviews: ReadonlyMap<string, { verdict: ReviewVerdict; on: string; openConditions: number }>;
}
/** What a review said of a team: go on, go on with conditions, come again. */
export type ReviewVerdict = 'proceed' | 'conditions' | 'repeat';
export interface Decision {
  kind: 'conditions' | 'override' | 'held';
  reason: string;
  /** The conditions, each done or not. */
  conditions: readonly { done: boolean }[];
}
export interface JudgedItem {
  id: string;
  kind: ItemKind;
  text: string;
  met: boolean;
  /** What it rests on, or what is missing. */
  says: string;
  /** Who can supply what is missing; empty when nothing is. */
  who: string;
}
export interface JudgedGate {
  state: 'shut' | 'conditions' | 'open';
  items: JudgedItem[];
  missing: JudgedItem[];
  /** Conditions of the decision, and of the reviews that are asked for, that are not done. */
  openConditions: number;
}

/** What is missing, as it is said away from the checklist: a signature needs its item named. */
export function inShort({ kind, text, says }: JudgedItem): string {
  return kind === 'signed' ? `${text}: ${says}` : says;
}

/**
 * Judges a gate for a team: open when all items are met, or by an override; open with conditions while the instructor or a review
 * let the team pass on conditions and an item or a condition is still open (a review opens nothing that other items keep shut);
 * shut otherwise, when held, and when there is no item at
 * all, as nothing would ever be asked.
 */
export function judgeGate(input: {
  items: readonly GateItem[];
  evidence: Evidence;
  decision: Decision | null;
}): JudgedGate {
  const items = input.items.map((item): JudgedItem => {
    const { id, kind, text } = item;
    return { id, kind, text, ...JUDGES[kind](item, input.evidence) };
  });
  const missing = items.filter((item) => !item.met);
  const { decision } = input;
  const asked = input.items.flatMap(({ review }) => (review && input.evidence.reviews.get(review.id)) ?? []);
  const openConditions =
    (decision?.conditions ?? []).filter((one) => !one.done).length +
    asked.reduce((sum, one) => sum + one.openConditions, 0);
  const whole = items.length > 0 && missing.length === 0;
  return { state: stateOf(whole, decision, openConditions), items, missing, openConditions };
}

function stateOf(whole: boolean, decision: Decision | null, openConditions: number): JudgedGate['state'] {
  if (decision?.kind === 'held') return 'shut';
  if (decision?.kind === 'override') return 'open';
  if (decision?.kind === 'conditions') return whole && openConditions === 0 ? 'open' : 'conditions';
  if (!whole) return 'shut';
  return openConditions === 0 ? 'open' : 'conditions';
}

type Verdict = Pick<JudgedItem, 'met' | 'says' | 'who'>;
const met = (says: string): Verdict => ({ met: true, says, who: '' });
const missing = (says: string, who: string): Verdict => ({ met: false, says, who });
const many = (count: number, one: string, more = `${one}s`) => `${count} ${count === 1 ? one : more}`;

const JUDGES: Record<ItemKind, (item: GateItem, evidence: Evidence) => Verdict> = {
  requirements({ count }, { requirements: { agreed, proposed } }) {
    if (agreed < count)
      return missing(`${agreed} of ${many(count, 'requirement')} agreed`, 'the class proposes, the instructor agrees');
    return met(`${many(agreed, 'requirement')} agreed${proposed > 0 ? `, ${proposed} more proposed` : ''}`);
  },
  stage({ stage }, { stages }) {
    const name = stage?.name ?? 'the stage';
    const state = (stage && stages.get(stage.id)) ?? 'open';
    if (state === 'accepted') return met(`“${name}” is accepted`);
    if (state === 'handed-in') return missing(`“${name}” is handed in and not yet accepted`, 'the instructor');
    return missing(state === 'returned' ? `“${name}” came back` : `“${name}” is not handed in`, 'the team');
  },
  runs({ count }, { runs }) {
    if (runs >= count) return met(`${many(runs, 'run')} recorded`);
    return missing(runs === 0 ? 'no run recorded' : `${runs} of ${many(count, 'run')} recorded`, 'the team');
  },
  iterations({ count }, { iterations }) {
    if (iterations >= count) return met(`${many(iterations, 'iteration')} recorded`);
    return missing(`${iterations} of ${many(count, 'iteration')} recorded`, 'the team');
  },
  'each member'({ count }, { makers }) {
    const lacking = makers.filter(({ made }) => made < count);
    if (lacking.length === 0) return met(`${many(count, 'iteration')} made by each member`);
    const told = lacking.map(({ name, made }) => `${name} made ${made}`).join(', ');
    return missing(`${told} of ${many(count, 'iteration')}`, 'the team');
  },
  checks({ count }, { checked }) {
    if (!checked) return missing('no iteration to check', 'the team');
    const names = checked.by;
    if (names.length >= count) return met(`${checked.label} checked by ${names.join(', ')}`);
    const lacking = count - names.length;
    const so = names.length === 0 ? 'by nobody yet' : `only by ${names.join(', ')}`;
    const people = lacking === 1 ? 'one more person' : `${lacking} more people`;
    return missing(`${checked.label} checked ${so}`, `${people} who did not make it`);
  },
  musts(_, { musts: { label, unmeasured } }) {
    if (unmeasured.length > 0)
      return missing(`not measured${label ? ` on ${label}` : ''}: ${unmeasured.join(', ')}`, 'the team');
    return met(label ? `all musts measured on ${label}` : 'no must to measure');
  },
  'sign-offs'(_, { missingSignOffs }) {
    if (missingSignOffs.length === 0) return met('all there');
    return missing(missingSignOffs.join('; '), 'the instructor signs, the team reads');
  },
  signed({ id, count, signer }, { signed }) {
    const names = signed.get(id) ?? [];
    if (names.length >= count) return met(`signed by ${names.join(', ')}`);
    const so =
      names.length > 0
        ? `signed by ${names.join(', ')}, ${many(count - names.length, 'signature')} missing`
        : 'not signed';
    const who = { instructor: 'the instructor', member: 'a member of the team', anybody: 'a member or the instructor' };
    return missing(so, who[signer ?? 'instructor']);
  },
  review({ review }, { reviews }) {
    const name = `“${review?.name ?? 'the review'}”`;
    const said = review && reviews.get(review.id);
    if (!said) return missing(`${name} is not held`, 'the panel');
    if (said.verdict === 'repeat')
      return missing(`${name} of ${day(said.on)} is to be repeated`, 'the team, then the panel');
    if (said.verdict === 'proceed') return met(`${name} of ${day(said.on)}: proceed`);
    const open = said.openConditions === 0 ? 'all met' : `${said.openConditions} open`;
    return met(`${name} of ${day(said.on)}: proceed with conditions, ${open}`);
  },
};

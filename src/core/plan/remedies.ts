import { CoreError } from '../shared/CoreError';
import { layOut, type Held } from './layOut';
import type { Meets } from './axis';

/** A stage of a plan, with what may be done about it when time is short. */
export interface Flexible extends Held {
  /** The fewest meetings it can be done in. */
  shortest?: number;
  /** It may be left out. */
  optional?: boolean;
  /** Those of `after` that it follows by custom only: it does not need their result, so both can go on at once. */
  overlaps?: readonly string[];
  /** It is under way or over: nothing is done about it any more. */
  fixed?: boolean;
}
/** A meeting that could be held besides the usual ones. */
export interface Spare {
  id: string;
  date: string;
  minutes?: number;
}
/** Something that must fit its meetings: a section, or one team with its own work left. */
export interface Line {
  id: string;
  meetings: readonly Meets[];
  spare?: readonly Spare[];
  eventDate: string;
  today?: string;
  stages: readonly Flexible[];
}
/** One thing that can be done; plain values, so that it can be kept, sent and applied. */
export type Remedy =
  | { kind: 'shorten'; stage: string; meetings: number }
  | { kind: 'drop'; stage: string }
  | { kind: 'overlap'; first: string; second: string }
  | { kind: 'extra'; line: string; spare: string }
  | { kind: 'undelay'; stage: string };
export interface Way {
  remedies: { remedy: Remedy; cost: number }[];
  cost: number;
}
export interface Costs {
  /** For each meeting's work that a shortened stage is done in less. */
  shorten: number;
  /** For each meeting's work that is left out with a stage. */
  drop: number;
  /** For each meeting in which two things go on at once. */
  overlap: number;
  /** For each meeting held besides the usual ones. */
  extra: number;
}
const COSTS: Costs = { shorten: 1, drop: 1, overlap: 0.5, extra: 1.5 };
const MOST_CANDIDATES = 60;

/**
 * What can be done so that every line fits: all combinations of at most `most` remedies are tried, and those returned of
 * which no smaller part is enough (nor the same with a stage shortened less), fewest remedies first, then cheapest. A stage
 * can be shortened to any length down to its shortest; where that makes more than 60 candidates, to its shortest alone.
 * Remedies on stages count for every line, an
 * extra meeting for its own. "undelay" gives up that a stage was held back, and costs nothing. Two stages overlap when
 * the second follows the first by custom only: it then waits for what the first waited for, and whatever follows the
 * second waits for both.
 * @param costs in meetings' worth of work; see Costs.
 * @returns short: missing meetings of each line as it stands; ways: none when it fits, or when nothing is enough; tried: how
 * many combinations; candidates: what was considered.
 * @throws CoreError as backPlan does, or for more than 60 candidates.
 */
export function remedies(input: { lines: readonly Line[]; most?: number; costs?: Partial<Costs> }): {
  short: Record<string, number>;
  ways: Way[];
  tried: number;
  candidates: number;
} {
  const { lines, most = 3 } = input;
  const costs = { ...COSTS, ...input.costs };
  const short = Object.fromEntries(lines.map((line) => [line.id, shortBy(line)]));
  if (lines.every(({ id }) => short[id] === 0)) return { short, ways: [], tried: 0, candidates: 0 };
  const all = candidatesOf(lines, costs);
  const candidates = all.length > MOST_CANDIDATES ? withoutSteps(all, lines) : all;
  if (candidates.length > MOST_CANDIDATES)
    throw new CoreError(
      `${candidates.length} remedies are too many to try in threes; at most ${MOST_CANDIDATES} can be.`,
    );
  const enough: number[][] = [];
  let tried = 0;
  for (let size = 1; size <= most; size++) {
    for (const chosen of combinations(candidates.length, size)) {
      if (enough.some((part) => covers(chosen, part, candidates))) continue;
      const picked = chosen.map((i) => candidates[i]!.remedy);
      if (!agree(picked)) continue;
      tried += 1;
      if (lines.every((line) => shortBy(apply(line, picked)) === 0)) enough.push(chosen);
    }
  }
  const least = enough.filter((chosen) => !enough.some((part) => part !== chosen && covers(chosen, part, candidates)));
  const ways = least.map((chosen) => {
    const used = chosen.map((i) => candidates[i]!);
    return { remedies: used, cost: used.reduce((sum, { cost }) => sum + cost, 0) };
  });
  return { short, ways: ways.sort(fewestThenCheapest), tried, candidates: candidates.length };
}

/** Whether a choice does all that another one does: the same remedies, or a stage shortened further. */
function covers(
  chosen: readonly number[],
  part: readonly number[],
  candidates: readonly { remedy: Remedy }[],
): boolean {
  return part.every((i) => chosen.some((j) => j === i || isFurther(candidates[j]!.remedy, candidates[i]!.remedy)));
}

function isFurther(one: Remedy, other: Remedy): boolean {
  if (one.kind !== 'shorten' || other.kind !== 'shorten') return false;
  return one.stage === other.stage && one.meetings < other.meetings;
}

const fewestThenCheapest = (a: Way, b: Way) => a.remedies.length - b.remedies.length || a.cost - b.cost;

function shortBy({ meetings, eventDate, today, stages }: Line): number {
  return layOut({ meetings, eventDate, stages, ...(today === undefined ? {} : { today }) }).shortBy;
}

/** A line with remedies carried out. Remedies about stages or meetings that it does not have leave it as it is. */
export function apply(line: Line, chosen: readonly Remedy[]): Line {
  return chosen.reduce(applyOne, line);
}

function applyOne(line: Line, remedy: Remedy): Line {
  if (remedy.kind === 'extra') {
    const spare = line.id === remedy.line ? line.spare?.find((one) => one.id === remedy.spare) : undefined;
    if (!spare) return line;
    const { date, minutes } = spare;
    return { ...line, meetings: [...line.meetings, minutes === undefined ? date : { date, minutes }] };
  }
  return { ...line, stages: changeStages(line.stages, remedy) };
}

function changeStages(stages: readonly Flexible[], remedy: Exclude<Remedy, { kind: 'extra' }>): readonly Flexible[] {
  const change = (id: string, with_: (stage: Flexible) => Flexible) =>
    stages.map((stage) => (stage.id === id ? with_(stage) : stage));
  if (remedy.kind === 'shorten')
    return change(remedy.stage, ({ minutes: _, ...stage }) => ({ ...stage, meetings: remedy.meetings }));
  if (remedy.kind === 'undelay') return change(remedy.stage, (stage) => ({ ...stage, delay: 0 }));
  return remedy.kind === 'drop' ? without(stages, remedy.stage) : overlapping(stages, remedy);
}

/** Left out, a stage hands what it waited for on to whatever came after it. */
function without(stages: readonly Flexible[], id: string): Flexible[] {
  const gone = stages.find((stage) => stage.id === id);
  if (!gone) return [...stages];
  return stages
    .filter((stage) => stage !== gone)
    .map((stage) => {
      if (!stage.after?.includes(id)) return stage;
      const custom = stage.overlaps?.includes(id);
      const after = [...new Set([...stage.after.filter((one) => one !== id), ...(gone.after ?? [])])];
      const inherited = custom ? (gone.after ?? []) : (gone.overlaps ?? []);
      const overlaps = [...(stage.overlaps ?? []).filter((one) => one !== id), ...inherited];
      return { ...stage, after, overlaps: overlaps.filter((one) => after.includes(one)) };
    });
}

function overlapping(stages: readonly Flexible[], { first, second }: { first: string; second: string }): Flexible[] {
  const before = stages.find((stage) => stage.id === first);
  if (!before) return [...stages];
  return stages.map((stage) => {
    if (stage.id === second && stage.after?.includes(first)) {
      const after = [...new Set([...stage.after.filter((one) => one !== first), ...(before.after ?? [])])];
      return { ...stage, after, overlaps: (stage.overlaps ?? []).filter((one) => one !== first) };
    }
    if (stage.after?.includes(second) && !stage.after.includes(first))
      return { ...stage, after: [...stage.after, first] };
    return stage;
  });
}

/**
 * What could help: stages that are short of meetings somewhere or that such a stage waits for (it may be held back, and they
 * are in time without that), and the spare meetings of lines that are.
 */
function candidatesOf(lines: readonly Line[], costs: Costs): { remedy: Remedy; cost: number }[] {
  const found = new Map<string, { remedy: Remedy; cost: number }>();
  const add = (remedy: Remedy, cost: number) => {
    const key = JSON.stringify(remedy);
    const known = found.get(key);
    if (!known || known.cost < cost) found.set(key, { remedy, cost });
  };
  for (const line of lines) {
    const { meetings, eventDate, today } = line;
    const placed = layOut({ meetings, eventDate, stages: line.stages, ...(today === undefined ? {} : { today }) });
    const lengths = new Map(placed.stages.map(({ id, start, finish }) => [id, finish - start + 1]));
    const late = withAllBefore(
      line.stages,
      placed.stages.filter(({ slack }) => slack < 0).map(({ id }) => id),
    );
    const fixed = new Set(line.stages.filter((stage) => stage.fixed).map(({ id }) => id));
    for (const stage of line.stages.filter(({ id }) => late.has(id) && !fixed.has(id))) {
      const length = lengths.get(stage.id)!;
      if (stage.delay) add({ kind: 'undelay', stage: stage.id }, 0);
      for (let meetings = length - 1; meetings >= (stage.shortest ?? length); meetings--)
        add({ kind: 'shorten', stage: stage.id, meetings }, costs.shorten * (length - meetings));
      if (stage.optional) add({ kind: 'drop', stage: stage.id }, costs.drop * length);
      for (const first of stage.overlaps ?? [])
        if (late.has(first) && !fixed.has(first))
          add({ kind: 'overlap', first, second: stage.id }, costs.overlap * Math.min(length, lengths.get(first)!));
    }
    if (late.size > 0)
      for (const spare of line.spare ?? []) add({ kind: 'extra', line: line.id, spare: spare.id }, costs.extra);
  }
  return [...found.values()];
}

/** Candidates without those that shorten a stage by less than can be. */
function withoutSteps<C extends { remedy: Remedy }>(candidates: readonly C[], lines: readonly Line[]): C[] {
  const shortest = new Map(lines.flatMap(({ stages }) => stages.map((stage) => [stage.id, stage.shortest] as const)));
  return candidates.filter(({ remedy }) => remedy.kind !== 'shorten' || remedy.meetings === shortest.get(remedy.stage));
}

/** These stages and all that they wait for, by ids. */
function withAllBefore(stages: readonly Flexible[], ids: readonly string[]): Set<string> {
  const byId = new Map(stages.map((stage) => [stage.id, stage]));
  const found = new Set<string>();
  const visit = (id: string) => {
    if (found.has(id)) return;
    found.add(id);
    byId.get(id)?.after?.forEach(visit);
  };
  ids.forEach(visit);
  return found;
}

/** Whether remedies can be carried out together: a stage gets one length, and nothing else is done about one that is left out. */
function agree(chosen: readonly Remedy[]): boolean {
  const shortened = chosen.flatMap((one) => (one.kind === 'shorten' ? [one.stage] : []));
  if (new Set(shortened).size < shortened.length) return false;
  const dropped = chosen.flatMap((one) => (one.kind === 'drop' ? [one.stage] : []));
  const touches = (one: Remedy): string[] =>
    one.kind === 'overlap' ? [one.first, one.second] : one.kind === 'extra' || one.kind === 'drop' ? [] : [one.stage];
  return !chosen.some((one) => touches(one).some((stage) => dropped.includes(stage)));
}

/** All choices of `size` numbers below `count`, in lexical order. */
function* combinations(count: number, size: number, from = 0): Generator<number[]> {
  if (size === 0) yield [];
  else
    for (let i = from; i <= count - size; i++)
      for (const rest of combinations(count, size - 1, i + 1)) yield [i, ...rest];
}

import { CoreError } from '../shared/CoreError';
import { filled, finite, oneOf } from '../shared/check';
import { toleranceAt } from '../shared/tolerance';
import { exact, meanOf, minus, numberOf, totalOf, ZERO, type Exact } from '../shared/exact';
import { sayFor } from '../scoring/say';

export interface GradeScore {
  /** null: nothing was handed in, which counts 0. */
  score: number | null;
  /** What the score is out of, above 0; a score above it is a bonus. */
  max: number;
  daysLate?: number | null;
  /** Left out of everything. */
  excused?: boolean | null;
}
export interface GradePart {
  id: string;
  /** Relative to the others. */
  weight: number;
  scores: readonly GradeScore[];
  /** How many of the lowest are dropped; one always stays. */
  dropLowest?: number | null;
  /** Whether the student's factor multiplies it. */
  usesFactor?: boolean | null;
  /** Highest and lowest percent; the floor only where something was handed in. */
  cap?: number | null;
  floor?: number | null;
}
export interface GradeBand {
  atLeast: number;
  grade: string;
}
export const ROUNDINGS = ['half-up', 'half-even', 'up', 'down'] as const;
export interface GradeInput {
  components: readonly GradePart[];
  /** Percentage points off for each day late. */
  late?: { perDay: number; graceDays?: number | null; maximum?: number | null } | null;
  /** A member's share, 1 for an equal one. */
  factor?: number | null;
  cap?: number | null;
  floor?: number | null;
  rounding?: { step: number; mode: (typeof ROUNDINGS)[number] } | null;
  bands?: readonly GradeBand[] | null;
}
export interface GradedPart {
  id: string;
  percent: number | null;
  /** Normalised over the components that count. */
  weight: number | null;
  contribution: number | null;
  /** Positions of the dropped scores. */
  dropped: number[];
  /** Percentage points that were really taken from each score. */
  late: number[];
}
export interface Grade {
  /** In percent. */
  total: number | null;
  rounded: number | null;
  grade: string | null;
  components: GradedPart[];
  /** Sentences that reproduce the arithmetic: one for each component, then the total. */
  because: string[];
}

const say = sayFor([]);
const told = (value: Exact) => say(numberOf(value, 'A percentage'));

/**
 * A student's grade from weighted components: late work, dropped lowest scores, a member's factor, floors, caps, rounding and
 * bands, in this order, in decimal arithmetic. Excused scores and components without any count for nobody.
 * Source: the contract of rubric.grade.
 * @throws CoreError for a max not above 0 ("max"), a weight that is negative or all of them 0 ("weight"), a negative score, a floor
 * above its cap ("floor"), negative days or deductions ("late"), dropLowest that is no whole number ("drop"), a rounding step not
 * above 0 ("step"), and a negative factor or one that is needed and missing ("factor")
 * @example grade({ components: [{ id: 'Talk', weight: 1, scores: [{ score: 17, max: 20 }] }] }).rounded // 85
 */
export function grade(input: GradeInput): Grade {
  const parts = filled(input.components, 'Components');
  check(input, parts);
  const worked = parts.map((part) => workOut(part, input));
  const counting = worked.map((one, i) => (one.percent ? parts[i]!.weight : 0));
  const whole = totalOf(counting.map(exact));
  const weighed = !whole.isZero();
  const components = worked.map((one, i): GradedPart & { exact: Exact } => {
    const weight = one.percent && weighed ? exact(parts[i]!.weight).div(whole) : null;
    const contribution = weight && weight.times(one.percent!);
    return {
      id: parts[i]!.id,
      percent: one.percent && numberOf(one.percent, `The percentage of ${parts[i]!.id}`),
      weight: weight && numberOf(weight, 'A weight'),
      contribution: contribution && numberOf(contribution, `What ${parts[i]!.id} adds`),
      dropped: one.dropped,
      late: one.late.map((taken) => numberOf(taken, 'What is taken for being late')),
      exact: contribution ?? ZERO,
    };
  });
  const handedIn = worked.some((one) => one.handedIn);
  const because = components.map((one, i) => sentence(one, worked[i]!, parts[i]!));
  const bare = components.map(({ exact: _, ...one }) => one);
  if (!weighed)
    return {
      total: null,
      rounded: null,
      grade: null,
      components: bare,
      because: [...because, 'Nothing counts yet, so there is no total.'],
    };
  const sum = totalOf(components.map((one) => one.exact));
  const total = bounded(sum, input.floor, input.cap, handedIn);
  const rounding = input.rounding ?? { step: 0.1, mode: 'half-up' as const };
  const rounded = numberOf(round(total, rounding.step, rounding.mode), 'The total');
  const band = [...(input.bands ?? [])]
    .sort((a, b) => b.atLeast - a.atLeast)
    .find(({ atLeast }) => rounded >= atLeast - toleranceAt(atLeast));
  const adds = components.filter((one) => one.contribution !== null).map((one) => told(one.exact));
  const held = total.eq(sum)
    ? ''
    : `, ${total.gt(sum) ? 'raised to the floor of' : 'held at the cap of'} ${told(total)}`;
  const last = `Total: ${adds.join(' + ')} = ${told(sum)}${held}, rounded to ${rounded}${band ? `: ${band.grade}` : ''}.`;
  return {
    total: numberOf(total, 'The total'),
    rounded,
    grade: band?.grade ?? null,
    components: bare,
    because: [...because, last],
  };
}

interface Worked {
  percent: Exact | null;
  dropped: number[];
  late: Exact[];
  handedIn: boolean;
  /** The percentages that counted, and what was done to their mean. */
  counted: Exact[];
  steps: string[];
}

function workOut(part: GradePart, input: GradeInput): Worked {
  const { scores } = part;
  const late = input.late;
  const full = scores.map(({ score, max }) => (score === null ? ZERO : exact(score).times(100).div(exact(max))));
  const taken = scores.map((one, i) => {
    if (one.excused || !late) return ZERO;
    const days = minus(exact(one.daysLate ?? 0), exact(late.graceDays ?? 0));
    const due = exact(late.perDay).times(days.gt(0) ? days : ZERO);
    const most = late.maximum ?? null;
    const off = most !== null && due.gt(most) ? exact(most) : due;
    return off.gt(full[i]!) ? full[i]! : off;
  });
  const percents = full.map((one, i) => minus(one, taken[i]!));
  const present = scores.flatMap((one, i) => (one.excused ? [] : [i]));
  const handedIn = scores.some((one) => !one.excused && one.score !== null);
  if (present.length === 0) return { percent: null, dropped: [], late: taken, handedIn, counted: [], steps: [] };
  const dropped = lowest(present, percents, Math.min(part.dropLowest ?? 0, present.length - 1));
  const counted = present.filter((i) => !dropped.includes(i)).map((i) => percents[i]!);
  const mean = meanOf(counted);
  const shared = part.usesFactor ? mean.times(exact(input.factor!)) : mean;
  const percent = bounded(shared, part.floor, part.cap, handedIn);
  const lost = totalOf([ZERO, ...taken]);
  const steps = [
    ...(lost.isZero() ? [] : [`${told(lost)} points off for being late`]),
    ...(dropped.length ? [`the lowest ${dropped.length === 1 ? 'one' : dropped.length} dropped`] : []),
    ...(part.usesFactor ? [`times the member’s factor ${say(input.factor!)}`] : []),
    ...(percent.eq(shared) ? [] : [`${percent.gt(shared) ? 'raised to' : 'held at'} ${told(percent)}`]),
  ];
  return { percent, dropped, late: taken, handedIn, counted, steps };
}

/** The positions of the `count` lowest, ascending; of equal ones the later goes first. */
function lowest(positions: readonly number[], values: readonly Exact[], count: number): number[] {
  const left = [...positions];
  const gone: number[] = [];
  while (gone.length < count) {
    const least = left.reduce((low, i) => (values[i]!.lt(low) ? values[i]! : low), values[left[0]!]!);
    const slack = toleranceAt(least.toNumber());
    const last = left.filter((i) => minus(values[i]!, least).lte(slack)).at(-1)!;
    gone.push(last);
    left.splice(left.indexOf(last), 1);
  }
  return gone.sort((a, b) => a - b);
}

function bounded(
  value: Exact,
  floor: number | null | undefined,
  cap: number | null | undefined,
  handedIn: boolean,
): Exact {
  const raised = handedIn && typeof floor === 'number' && value.lt(exact(floor)) ? exact(floor) : value;
  return typeof cap === 'number' && raised.gt(exact(cap)) ? exact(cap) : raised;
}

/** To a multiple of the step; what is within 1e-9 of a multiple, or of the middle between two, counts as that. */
function round(value: Exact, step: number, mode: (typeof ROUNDINGS)[number]): Exact {
  const halves = value.div(exact(step)).times(2);
  const nearest = halves.round();
  const slack = toleranceAt(value.toNumber());
  const exactly = minus(nearest.times(exact(step)).div(2), value)
    .abs()
    .lte(slack)
    ? nearest
    : halves;
  const steps = exactly.div(2);
  const below = steps.floor();
  const rest = minus(steps, below);
  const up = {
    up: !rest.isZero(),
    down: false,
    'half-up': rest.gte(0.5),
    'half-even': rest.gt(0.5) || (rest.eq(0.5) && !below.mod(2).isZero()),
  }[mode];
  return below.plus(up ? 1 : 0).times(exact(step));
}

function sentence(one: GradedPart & { exact: Exact }, worked: Worked, part: GradePart): string {
  if (one.percent === null) return `${part.id}: nothing counts here, so it has no weight.`;
  const mean = worked.counted.length > 1 ? ` as the mean of ${worked.counted.map(told).join(', ')}` : '';
  const steps = worked.steps.length ? `, ${worked.steps.join(', ')}` : '';
  const adds = one.weight === null ? '' : ` × weight ${say(one.weight)} = ${told(one.exact)}`;
  return `${part.id}: ${say(one.percent)} %${mean}${steps}${adds}.`;
}

function check(input: GradeInput, parts: readonly GradePart[]): void {
  for (const part of parts) {
    for (const { score, max, daysLate } of part.scores) {
      if (finite(max, 'The max') <= 0)
        throw new CoreError(`The max of a score in ${part.id} must be above 0, got ${max}.`);
      if (score !== null && finite(score, `A score of ${part.id}`) < 0)
        throw new CoreError(`A score of ${part.id} is negative: ${score}.`);
      notLate(daysLate, `A score of ${part.id} is late by`);
    }
    if (finite(part.weight, `The weight of ${part.id}`) < 0)
      throw new CoreError(`The weight of ${part.id} must not be negative, got ${part.weight}.`);
    const drop = part.dropLowest ?? 0;
    if (!Number.isInteger(drop) || drop < 0)
      throw new CoreError(`How many to drop in ${part.id} must be a whole number from 0, got ${drop}.`);
    checkEnds(part.floor, part.cap, ` of ${part.id}`);
    if (part.usesFactor && typeof input.factor !== 'number')
      throw new CoreError(`${part.id} needs the member's factor, and there is none.`);
  }
  if (parts.every((part) => part.weight === 0)) throw new CoreError('At least one component needs a weight above 0.');
  checkEnds(input.floor, input.cap, ' of the total');
  if (input.late) {
    notLate(finite(input.late.perDay, 'The late deduction for each day'), 'The late deduction for each day is');
    notLate(input.late.graceDays, 'The days of grace before work is late are');
    notLate(input.late.maximum, 'The most that is taken for being late is');
  }
  if (typeof input.factor === 'number' && finite(input.factor, 'The factor') < 0)
    throw new CoreError(`The factor must not be below 0, got ${input.factor}.`);
  if (input.rounding) {
    if (finite(input.rounding.step, 'The rounding step') <= 0)
      throw new CoreError(`The rounding step must be above 0, got ${input.rounding.step}.`);
    oneOf(input.rounding.mode, ROUNDINGS, 'How it is rounded');
  }
  for (const band of input.bands ?? []) finite(band.atLeast, `Where ${band.grade} begins`);
}

function notLate(days: number | null | undefined, what: string): void {
  if (days !== null && days !== undefined && finite(days, what) < 0)
    throw new CoreError(`${what} ${days}: late can't be negative.`);
}

function checkEnds(floor: number | null | undefined, cap: number | null | undefined, of: string): void {
  if (typeof floor === 'number') finite(floor, `The floor${of}`);
  if (typeof cap === 'number') finite(cap, `The cap${of}`);
  if (typeof floor === 'number' && typeof cap === 'number' && floor > cap)
    throw new CoreError(`The floor${of}, ${floor}, lies above the cap, ${cap}.`);
}

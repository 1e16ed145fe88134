import { checkGradeRule, type GradeBand, type GradeRule } from '@/core/rubric';
import { readNumber } from '@/core/numbers';
import { FieldError } from '@/server/outcome';
import { read } from '@/ui/forms/schema';

interface RuleFields {
  kind: string;
  better: 'higher' | 'lower';
  bands: string;
  fromValue: string;
  fromPercent: string;
  toValue: string;
  toPercent: string;
  target: string;
  step: string;
  perStep: string;
  overshoot: string;
  reference: string;
}

const needed = (input: RuleFields, field: keyof RuleFields, what: string): number => {
  if (!input[field]) throw new FieldError(field, `${what} is needed.`);
  return read(input[field]);
};

/** The rule that a component's fields describe; null where the event's own points count. */
export function readRule(input: RuleFields): GradeRule | null {
  const rule = ruleOf(input);
  if (rule) checkGradeRule(rule);
  return rule;
}

function ruleOf(input: RuleFields): GradeRule | null {
  const { kind, better } = input;
  if (kind === 'bands') {
    const edge = better === 'lower' ? 'atMost' : 'atLeast';
    const bands = linesOf(input.bands, 'bands').map(({ value, rest }) => ({ [edge]: value, points: percentIn(rest) }));
    if (bands.length === 0) throw new FieldError('bands', 'At least one band is needed.');
    return { better, points: { kind, bands } };
  }
  if (kind === 'linear') {
    const from: [number, number] = [
      needed(input, 'fromValue', 'The value'),
      needed(input, 'fromPercent', 'The percent'),
    ];
    const to: [number, number] = [needed(input, 'toValue', 'The value'), needed(input, 'toPercent', 'The percent')];
    return { better, points: { kind, from, to } };
  }
  if (kind === 'deviation') {
    const points = {
      kind: 'deviation' as const,
      start: 100,
      step: needed(input, 'step', 'The step'),
      perStep: needed(input, 'perStep', 'The points off per step'),
      count: 'proportional' as const,
      overshoot: input.overshoot ? read(input.overshoot) : 0,
    };
    return { better: 'higher', target: needed(input, 'target', 'The target'), points };
  }
  if (kind === 'best') return { better, points: { kind: 'relative', to: 'best', max: 100 } };
  if (kind === 'benchmark')
    return { better, points: { kind: 'relative', to: needed(input, 'reference', 'The benchmark'), max: 100 } };
  return null;
}

/** Lines of a number and what belongs to it: "8.5 90", "90 A". */
function linesOf(text: string, field: string): { value: number; rest: string }[] {
  return text.split('\n').flatMap((line) => {
    const [first, ...rest] = line.trim().split(/\s+/);
    if (!first) return [];
    try {
      return [{ value: readNumber(first).value, rest: rest.join(' ') }];
    } catch {
      throw new FieldError(field, `“${line.trim().slice(0, 60)}” does not begin with a number.`);
    }
  });
}

function percentIn(text: string): number {
  try {
    return readNumber(text.replace('%', '').trim()).value;
  } catch {
    throw new FieldError('bands', 'Each line has a value and a percent, like “8.5 90”.');
  }
}

/** "90 A" lines as bands of grades. */
export function readBands(text: string): GradeBand[] {
  const bands = linesOf(text, 'bands').map(({ value, rest }) => ({ atLeast: value, grade: rest.slice(0, 40) }));
  if (bands.some((one) => !one.grade))
    throw new FieldError('bands', 'Each line has a number and a grade, like “90 A”.');
  return bands;
}

/** Values in one unit, one per line or with commas. */
export function readResults(text: string): { results: number[]; unit: string } {
  const found = text
    .split(/[\n;]+/)
    .map((one) => one.trim())
    .filter(Boolean)
    .map((one) => {
      const [value, ...unit] = one.split(/\s+/);
      try {
        return { value: readNumber(value!).value, unit: unit.join(' ') };
      } catch {
        throw new FieldError('results', `“${one.slice(0, 60)}” is no value.`);
      }
    });
  if (found.length === 0) throw new FieldError('results', 'At least one value is needed.');
  if (found.length > 500) throw new FieldError('results', 'At most 500 values.');
  const units = [...new Set(found.map((one) => one.unit).filter(Boolean))];
  if (units.length > 1) throw new FieldError('results', `All values need one unit; here are ${units.join(' and ')}.`);
  return { results: found.map((one) => one.value), unit: units[0] ?? '' };
}

import { summarise } from '@/core/bench';
import { readFormula } from '@/core/shared/formula';
import { tidy } from '@/core/shared/decimal';
import { CURRENCIES } from '@/core/dimensions';
import { meetings, type Pattern } from '@/core/calendar';
import { CoreError } from '@/core/numbers';
import { checkPacket, fitAgenda, type AgendaItem } from '@/core/reviews';
import { checkGradeRule as checkRuleOfGrade, checkLevels, type GradeRule, type Level } from '@/core/rubric';
import { checkLimit, type Limit } from '@/core/requirements';
import { checkRule, type EventRule } from '@/core/scoring';
import { draw, lanes, type Format } from '@/core/tournament';
import { checkDimension, convert, DIMENSION_NAMES, DIMENSIONS, type Dimension } from '@/core/units';
import type { Row } from './shape';

type Find = (table: string, id: unknown) => Row | undefined;
interface Quantity {
  value: number;
  unit: string;
}

/** A value whose unit measures its dimension, and that can be converted; of several readings it is the mean. */
export function checkValue(row: Row): void {
  const { unit, dimension } = row;
  // Of a property read several times, or of a run that several read.
  const several = row.readings ?? row.observed;
  if (several != null) row.value = tidy(summarise({ values: several as number[] }).mean);
  const { value } = row;
  if (typeof value !== 'number' || !unit) return;
  const of = dimension as Dimension;
  checkDimension(String(unit), of);
  convert({ value, from: String(unit), to: DIMENSIONS[of].base ?? String(unit) });
}

/** A time zone that this machine knows. */
export function checkProject(row: Row): void {
  try {
    new Intl.DateTimeFormat('en', { timeZone: String(row.time_zone) });
  } catch {
    throw new CoreError(`The time zone "${String(row.time_zone)}" is not known.`);
  }
  if (row.currency != null && !(CURRENCIES as readonly unknown[]).includes(row.currency))
    throw new CoreError(`"${String(row.currency)}" is no currency known here; use ${CURRENCIES.join(', ')}.`);
}

/** A pattern of meetings that can be laid out. */
export function checkSection(row: Row): void {
  const {
    pattern,
    first_day: from,
    last_day: to,
  } = row as unknown as Record<'first_day' | 'last_day', string> & {
    pattern: Pattern;
  };
  meetings({ pattern, from, to });
}

/** A dimension that the program measures in. */
export function checkDimensionName({ name, dimension }: Row): void {
  if (!DIMENSION_NAMES.includes(dimension as Dimension))
    throw new CoreError(`"${String(name)}" has the unknown dimension ${String(dimension)}.`);
}

/** An instrument whose unit measures its dimension. */
export function checkInstrument(row: Row): void {
  checkDimensionName(row);
  checkDimension(String(row.unit), row.dimension as Dimension);
}

/** A limit whose unit measures its parameter. */
export function checkRequirement(row: Row, find: Find): void {
  const parameter = find('parameter', row.parameter_id);
  if (row.unit && parameter) checkDimension(String(row.unit), parameter.dimension as Dimension);
}

/** What a protocol measures, in a unit of its parameter. */
export function checkQuantity(row: Row, find: Find): void {
  const parameter = find('parameter', row.parameter_id);
  if (parameter) checkDimension(String(row.unit), parameter.dimension as Dimension);
  if (row.formula != null) readFormula(String(row.formula));
}

/** A protocol with conditions in known units, and settings. */
export function checkProtocol(row: Row): void {
  for (const { value, unit } of (row.conditions ?? []) as Quantity[]) convert({ value, from: unit, to: unit });
  for (const { name, unit } of (row.settings ?? []) as Record<'name' | 'unit', unknown>[])
    if (typeof name !== 'string' || typeof unit !== 'string')
      throw new CoreError('A setting needs a name, and a unit or an empty text.');
}

/** What was set at a run: figures in known units, or words. */
export function checkRun(row: Row): void {
  for (const [name, one] of Object.entries((row.settings ?? {}) as Record<string, { value: unknown; unit: unknown }>)) {
    const { value, unit } = one;
    if (typeof value === 'number' && typeof unit === 'string') convert({ value, from: unit, to: unit });
    else if (typeof value !== 'string' || unit !== '')
      throw new CoreError(`The setting ${name} is neither a figure nor a word.`);
  }
}

/** A rule for points that core can apply; the number of attempts stands in it. */
export function checkEvent(row: Row): void {
  const rule = row.rule as EventRule;
  checkRule(rule);
  row.attempts_allowed = rule.attempts.allowed;
}

/** An agenda that can be fitted to the time of a team, and lists of texts. */
export function checkReviewKind(row: Row): void {
  const agenda = (row.agenda ?? []) as AgendaItem[];
  if (agenda.some((one) => typeof one?.title !== 'string' || one.title === ''))
    throw new CoreError('Each point of an agenda needs its title.');
  fitAgenda(agenda, Math.max(1, agenda.length));
  for (const column of ['checklist', 'questions']) texts(row, column);
}

/** Class meetings by day and time. */
export function checkReview(row: Row): void {
  const meetings = texts(row, 'meetings');
  if (meetings.some((one) => !/^\d{4}-\d\d-\d\d ([01]\d|2[0-3]):[0-5]\d$/.test(one)))
    throw new CoreError('The meetings of a review are written like "2026-10-26 10:05".');
}

/** What a team adds to its packet. */
export function checkReviewSlot(row: Row): void {
  texts(row, 'remarks');
  for (const one of (row.answers ?? []) as Record<'question' | 'text', unknown>[])
    if (typeof one?.question !== 'string' || typeof one.text !== 'string')
      throw new CoreError('An answer needs its question and a text.');
}

export function checkFrozenPacket(row: Row): void {
  checkPacket(row.content);
}

function texts(row: Row, column: string): string[] {
  const list = (row[column] ?? []) as unknown[];
  if (list.some((one) => typeof one !== 'string')) throw new CoreError(`The ${column} are a list of texts.`);
  return list as string[];
}

/** A criterion whose levels go up; what the program counts has to say from how much on each is reached. */
export function checkCriterion(row: Row): void {
  const levels = (row.levels ?? []) as Level[];
  if (levels.length || row.scorer === 'program') checkLevels(levels, String(row.name), row.scorer === 'program');
  if (levels.length && levels.at(-1)!.points !== row.max)
    throw new CoreError(
      `The highest level of ${String(row.name)} has ${levels.at(-1)!.points} points, not ${String(row.max)}.`,
    );
}

/** A worked example that says for each criterion what was agreed. */
export function checkAnchor(row: Row): void {
  for (const one of row.agreed as { criterion?: unknown; points?: unknown }[])
    if (typeof one?.criterion !== 'string' || typeof one.points !== 'number')
      throw new CoreError(`The worked example ${String(row.title)} needs a criterion and points in every line.`);
}

/** A rule that turns an event's value into percent. */
export function checkGradeRule(row: Row): void {
  if (row.rule != null) checkRuleOfGrade(row.rule as GradeRule);
}

/** The limit of a point of inspection that has its own. */
export function checkInspectionLimit(row: Row): void {
  if (row.own_limit != null) checkLimit(row.own_limit as Limit);
}

/** A contest that was opened can be drawn for its teams. */
export function checkContest(row: Row): void {
  const teams = texts(row, 'teams');
  texts(row, 'ties');
  if (row.opened_at == null) return;
  if (row.format === 'lanes') lanes({ teams, lanes: Number(row.rings ?? 1), rounds: Number(row.rounds ?? 1) });
  else
    draw({
      format: row.format as Format,
      teams,
      legs: Number(row.legs ?? 1),
      rounds: (row.rounds as number | null) ?? null,
    });
}

import { isValid, parseISO } from 'date-fns';
import * as yup from 'yup';
import { CoreError, readNumber } from '@/core/numbers';
import { convert } from '@/core/units';

// What no form sends (a list or an object where a text belongs) is told as a mistake at its place, and is no fault here.
yup.setLocale({ mixed: { notType: 'Something else belongs here.' } });
const ofText = (change: (text: string) => string) =>
  function (this: yup.StringSchema) {
    return this.transform((value: unknown) => (typeof value === 'string' ? change(value) : value));
  };
yup.addMethod(
  yup.string,
  'trim',
  ofText((text) => text.trim()),
);
yup.addMethod(
  yup.string,
  'lowercase',
  ofText((text) => text.toLowerCase()),
);

/** A short text: one line, at most 160 characters. */
export function line(what: string) {
  return yup.string().trim().required(`${what} is needed.`).max(160, `${what} may have at most 160 characters.`);
}

/** A longer text, possibly empty, at most 4,000 characters. */
export function prose(what: string) {
  return yup
    .string()
    .trim()
    .default('')
    .max(4000, ({ value }) => `${what} may have at most 4,000 characters; this has ${String(value).length}.`);
}

/** A calendar date. */
export function date(what: string) {
  return yup
    .string()
    .required(`${what} is needed.`)
    .matches(/^\d{4}-\d\d-\d\d$/, `${what} is a date like 2026-10-05.`)
    .test('exists', `${what} is no day of the calendar.`, (text) => !text || isValid(parseISO(text)));
}

/** A calendar date, or nothing. */
export function optionalDate(what: string) {
  return yup
    .string()
    .default('')
    .max(10, `${what} is a date like 2026-10-05.`)
    .test(
      'date',
      `${what} is a date like 2026-10-05.`,
      (text) => !text || (/^\d{4}-\d\d-\d\d$/.test(text) && isValid(parseISO(text))),
    );
}

/** An id of one of our things. */
export function id(what: string) {
  return yup
    .string()
    .required(`${what} must be chosen.`)
    .matches(/^[0-9a-f-]{36}$/i, `${what} must be chosen.`);
}

/** An id, or nothing. */
export function optionalId() {
  return yup
    .string()
    .nullable()
    .default(null)
    .transform((value: unknown) => (value === '' ? null : value))
    .matches(/^[0-9a-f-]{36}$/i, { message: 'Choose one of the list.', excludeEmptyString: true });
}

interface Bounds {
  min?: number;
  above?: number;
  max?: number;
  whole?: boolean;
  optional?: boolean;
}

/** A number as typed ("12.5" or "12,5"), kept as text until it is read; says at once what is wrong with it. */
export function decimal(what: string, bounds: Bounds = {}) {
  const text = yup
    .string()
    .trim()
    .default('')
    .test('decimal', '', function (value) {
      const problem = problemWith(value ?? '', what, bounds);
      return problem ? this.createError({ message: problem }) : true;
    });
  return text;
}

/** Reads a text that `decimal` has passed; a remark on how it was read goes to `notes`. */
export function read(text: string, notes: string[] = []): number {
  const { value, note } = readNumber(text);
  if (note) notes.push(note);
  return value;
}

/** The same for a field that may be empty. */
export function readOptional(text: string | null | undefined, notes: string[] = []): number | null {
  return text ? read(text, notes) : null;
}

/**
 * A figure that may carry its unit: "0.05" or "5 cm". Whether the unit fits is told where it is read, as only what it belongs
 * to knows its own.
 */
export function amount(what: string, bounds: Bounds = {}) {
  return yup
    .string()
    .trim()
    .default('')
    .max(60, `${what} has at most 60 characters.`)
    .test('amount', '', function (value) {
      const problem = problemWith(figureOf(value ?? '').figure, what, bounds);
      return problem ? this.createError({ message: problem }) : true;
    });
}

/** Reads a text that `amount` has passed, in `unit`. @throws CoreError for a unit that measures something else. */
export function readAmount(text: string, unit: string | null, notes: string[] = []): number {
  const { figure, unit: own } = figureOf(text);
  const value = read(figure, notes);
  if (!own || own === unit) return value;
  if (unit === null)
    throw new CoreError(`"${text}" has a unit, but what is scored here has none: enter a plain number.`);
  return Number(convert({ value, from: own, to: unit }).value.toPrecision(12));
}

/** A figure and the unit behind it, if there is one. */
export function figureOf(text: string): { figure: string; unit: string } {
  const parts = /^([+\-\u2212]?[\d.,]+(?:e[+-]?\d+)?)\s*([a-z%°µμ][^\d\s]*(?:[\^]\d)?)$/iu.exec(text.trim());
  return parts ? { figure: parts[1]!, unit: parts[2]! } : { figure: text, unit: '' };
}

function problemWith(text: string, what: string, { min, above, max, whole, optional }: Bounds): string | null {
  if (text.trim() === '') return optional ? null : `${what} is needed.`;
  try {
    const { value } = readNumber(text);
    if (whole && !Number.isInteger(value)) return `${what} is a whole number.`;
    if (min !== undefined && value < min)
      return min === 0 ? `${what} can't be negative.` : `${what} is at least ${min}.`;
    if (above !== undefined && value <= above) return `${what} must be more than ${above}.`;
    if (max !== undefined && value > max) return `${what} is at most ${max}.`;
    return null;
  } catch (error) {
    if (error instanceof CoreError) return error.message;
    throw error;
  }
}

/** A whole number that the database can hold: a version, or a number of one. */
export const counted = () => yup.number().integer().min(0).max(2_147_483_647);

/** A key that the program itself gave out and gets back: at most 160 characters. */
export const key = (missing?: string) => yup.string().required(missing).max(160);

/** What a form has seen, as text, to be compared with what is there now. */
export const seen = () => yup.string().default('').max(40_000);

/** Lines of a pasted list that were left out by hand. */
export const leftOut = () => yup.array(counted().required()).default([]).max(2000);

/** Where every write to a project says which project and, for a change, which version it saw. */
export const place = {
  projectId: yup.string().required().max(36),
  id: optionalId(),
  version: counted().nullable().default(null),
};

/** The seed of a draw, announced for what was frozen before. */
export const seedSchema = yup.object({ ...place, id: id('What is drawn'), seed: line('The seed') });

/** What is to be done, by whom, by which meeting: the conditions on which a team may pass. */
export const conditions = () =>
  yup
    .array(yup.object({ what: line('What is to be done'), ownerId: id('Who does it'), dueOn: date('The meeting') }))
    .default([])
    .max(10, 'At most 10 conditions.');

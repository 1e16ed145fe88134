import * as yup from 'yup';
import { counted, date, decimal, line, place, prose } from '@/ui/forms/schema';

export const MOST_RICH = 20_000;
const rich = (what: string) =>
  yup
    .string()
    .default('')
    .max(
      MOST_RICH,
      ({ value }) =>
        `${what} may have at most 20,000 characters with its formatting; this has ${String(value).length}.`,
    );
const short = (what: string) => yup.string().trim().default('').max(160, `${what} may have at most 160 characters.`);
/** Several lines, each one thing. */
const lines = (what: string, most: number) =>
  yup
    .string()
    .default('')
    .test('lines', '', function (text = '') {
      const list = linesOf(text);
      const long = list.find((one) => one.length > 160);
      if (list.length > most) return this.createError({ message: `${what}: at most ${most} lines.` });
      return long
        ? this.createError({ message: `A line may have at most 160 characters: “${long.slice(0, 40)} …”` })
        : true;
    });

/** The lines of a text that say something. */
export function linesOf(text: string): string[] {
  return text
    .split('\n')
    .map((one) => one.trim())
    .filter(Boolean);
}

const size = (what: string) => decimal(what, { min: 1, max: 40, whole: true, optional: true });

export const briefSchema = yup.object({
  ...place,
  challenge: rich('The challenge'),
  setting: rich('The setting'),
  product: rich('The product'),
  account: rich('The account'),
  rules: rich('The rules'),
  hazards: rich('The hazards'),
  warmUp: rich('The warm-up task'),
  energy: short('The energy'),
  teamFrom: size('The smallest team'),
  teamTo: size('The largest team'),
  kit: yup
    .array()
    .of(yup.object({ item: line('The item'), quantity: short('The quantity'), note: short('The remark') }))
    .max(200, 'At most 200 items.')
    .default([]),
  banned: lines('Not allowed', 100),
  checklist: lines('The checklist', 100),
  fixedDates: yup
    .array()
    .of(yup.object({ date: date('The date'), what: line('What is on it') }))
    .max(100)
    .default([]),
});
export const publishSchema = yup.object({ ...place, note: prose('What is new') });
export const readSchema = yup.object({
  projectId: place.projectId,
  number: counted().required(),
});

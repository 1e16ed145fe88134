import * as yup from 'yup';
import { KINDS } from '@/core/inspection/standing';
import { decimal, id, line, optionalId, place } from '@/ui/forms/schema';

const short = (what: string, most: number) =>
  yup.string().trim().default('').max(most, `${what} has at most ${most} characters.`);

export const checkSchema = yup.object({
  ...place,
  name: line('The name'),
  position: decimal('The order', { min: 0, max: 999, whole: true }),
  kind: yup.string().oneOf(KINDS).required(),
  /** The requirement whose limit holds; without one it has its own. */
  requirementId: optionalId(),
  limit: yup
    .string()
    .oneOf(['max', 'min', 'range', 'yes'] as const)
    .default('max'),
  value: decimal('The limit', { optional: true }),
  high: decimal('The upper limit', { optional: true }),
  unit: short('The unit', 40),
  instrumentId: optionalId(),
  about: short('The note', 600),
});
export const usualSchema = yup.object({ ...place });
export const checkIdSchema = yup.object({ ...place, id: id('The point') });

const reason = () => short('The reason', 600);
/** What an inspector sends: a look at one point, a repair that was told of, or the seal. */
export const inspectionSchema = yup.object({
  ...place,
  id: id('The entry'),
  does: yup
    .string()
    .oneOf(['look', 'repair', 'seal'] as const)
    .required(),
  teamId: id('The team'),
  checkId: optionalId(),
  value: decimal('What was measured', { optional: true }),
  answer: yup.boolean().nullable().default(null),
  decision: yup
    .string()
    .oneOf(['passes', 'fails', 'waived'] as const)
    .default('passes'),
  reason: reason(),
  /** What was repaired, and the kinds of points that it touched. */
  what: short('What was done', 600),
  touched: yup.array(yup.string().oneOf(KINDS).required()).default([]).max(KINDS.length),
  /** The number on the seal, and who signs for the team. */
  mark: short('The seal', 60),
  signedBy: short('The name', 160),
});

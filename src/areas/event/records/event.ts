import * as yup from 'yup';
import { amount, counted, decimal, id, line, optionalDate, optionalId, place } from '@/ui/forms/schema';

const pointsOf = (kind: string, what: string, bounds = {}, of = decimal) =>
  of(what, { optional: true }).when('points', { is: kind, then: () => of(what, bounds) });

export const eventSchema = yup.object({
  ...place,
  name: line('The name'),
  protocolId: id('The protocol'),
  /** What counts, of what the protocol measures; left out: the first. */
  quantityId: optionalId(),
  position: decimal('The place in the list', { min: 0, max: 999, whole: true }),
  allowed: decimal('The number of attempts', { min: 1, max: 20, whole: true }),
  use: yup
    .string()
    .oneOf(['best', 'worst', 'mean', 'median', 'last', 'sum', 'mean-of-best'] as const)
    .required(),
  count: decimal('The number averaged', { optional: true }).when('use', {
    is: 'mean-of-best',
    then: () => decimal('The number averaged', { min: 1, whole: true }),
  }),
  foul: yup
    .string()
    .oneOf(['drop', 'zero', 'keep', 'value'] as const)
    .required(),
  foulValue: amount('The value of a foul', { optional: true }).when('foul', {
    is: 'value',
    then: () => amount('The value of a foul'),
  }),
  better: yup
    .string()
    .oneOf(['higher', 'lower', 'nearest'] as const)
    .required(),
  target: amount('The target', { optional: true }).when(['better', 'points'], {
    is: (better: string, points: string) => better === 'nearest' || points === 'deviation',
    then: () => amount('The target'),
  }),
  formula: yup.string().trim().default('').max(200, 'A formula has at most 200 characters.'),
  points: yup
    .string()
    .oneOf(['bands', 'linear', 'deviation', 'relative', 'place', 'value'] as const)
    .required(),
  bands: yup
    .array(yup.object({ edge: amount('The edge'), points: decimal('The points') }))
    .default([])
    .max(40)
    .when('points', { is: 'bands', then: (s) => s.min(1, 'At least one band is needed.') }),
  fromValue: pointsOf('linear', 'The value', {}, amount),
  fromPoints: pointsOf('linear', 'The points'),
  toValue: pointsOf('linear', 'The value', {}, amount),
  toPoints: pointsOf('linear', 'The points'),
  start: pointsOf('deviation', 'The points at the target'),
  step: pointsOf('deviation', 'The step', { above: 0 }, amount),
  perStep: pointsOf('deviation', 'Points a step', { min: 0 }),
  counting: yup
    .string()
    .oneOf(['completed', 'started', 'proportional'] as const)
    .default('completed'),
  overshoot: decimal('Points for overshooting', { optional: true, min: 0 }),
  max: pointsOf('relative', 'The most points', { min: 0 }),
  reference: amount('The reference', { optional: true, min: 0 }),
  table: yup
    .string()
    .trim()
    .max(1000, 'At most 1,000 characters.')
    .default('')
    .when('points', {
      is: 'place',
      then: (s) =>
        s
          .required('Points for the places, like 10 8 6 5.')
          .matches(/^[\d\s.,;-]+$/, 'Numbers with spaces between, like 10 8 6 5.'),
    }),
  shared: yup
    .string()
    .oneOf(['same', 'average'] as const)
    .default('same'),
  penalties: yup
    .array(
      yup.object({
        code: line('The name').matches(/^[a-z][a-z0-9-]*$/, 'Small letters, digits and hyphens.'),
        points: decimal('Points', { optional: true, min: 0 }),
        value: amount('Value', { optional: true }),
        disqualify: yup.boolean().default(false),
      }),
    )
    .default([])
    .max(20),
  ties: yup.string().trim().default('').max(200),
  /** Of a new event: whether the standings count it, and how much. */
  counts: yup.boolean().default(false),
  weight: decimal('The weight', { optional: true, min: 0 }).when('counts', {
    is: true,
    then: () => decimal('The weight', { min: 0 }),
  }),
  /** A value to work the points out for, while the rule is written. */
  example: amount('The example', { optional: true }),
});
export const removeEventSchema = yup.object({ ...place, id: id('The event'), version: counted().required() });
export const hideEventSchema = yup.object({
  ...place,
  id: id('The event'),
  version: counted().required(),
  hidden: yup.boolean().required(),
});
const TIME = /^([01]\d|2[0-3]):[0-5]\d$/;
const inSection = { ...place, eventId: id('The event'), sectionId: optionalId() };
export const openEventSchema = yup.object({
  ...inSection,
  /** Left out: at once. */
  day: optionalDate('The day'),
  time: yup
    .string()
    .default('')
    .max(5)
    .when('day', { is: (day: string) => Boolean(day), then: (s) => s.matches(TIME, 'Enter a time like 09:30.') }),
});
export const closeEventSchema = yup.object(inSection);
export const officialSchema = yup.object({ ...place, eventId: id('The event'), accountId: id('The student') });

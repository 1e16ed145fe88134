import * as yup from 'yup';
import { decimal, id, line, place } from '@/ui/forms/schema';

const pointsOf = (kind: string, what: string, bounds = {}) =>
  decimal(what, { optional: true }).when('points', { is: kind, then: () => decimal(what, bounds) });

export const eventSchema = yup.object({
  ...place,
  name: line('The name'),
  protocolId: id('The protocol'),
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
  foulValue: decimal('The value of a foul', { optional: true }).when('foul', {
    is: 'value',
    then: () => decimal('The value of a foul'),
  }),
  better: yup
    .string()
    .oneOf(['higher', 'lower', 'nearest'] as const)
    .required(),
  target: decimal('The target', { optional: true }).when(['better', 'points'], {
    is: (better: string, points: string) => better === 'nearest' || points === 'deviation',
    then: () => decimal('The target'),
  }),
  formula: yup.string().trim().default('').max(200, 'A formula has at most 200 characters.'),
  points: yup
    .string()
    .oneOf(['bands', 'linear', 'deviation', 'relative', 'place', 'value'] as const)
    .required(),
  bands: yup
    .array(yup.object({ edge: decimal('The edge'), points: decimal('The points') }))
    .default([])
    .max(40)
    .when('points', { is: 'bands', then: (s) => s.min(1, 'At least one band is needed.') }),
  fromValue: pointsOf('linear', 'The value'),
  fromPoints: pointsOf('linear', 'The points'),
  toValue: pointsOf('linear', 'The value'),
  toPoints: pointsOf('linear', 'The points'),
  start: pointsOf('deviation', 'The points at the target'),
  step: pointsOf('deviation', 'The step', { above: 0 }),
  perStep: pointsOf('deviation', 'Points a step', { min: 0 }),
  counting: yup
    .string()
    .oneOf(['completed', 'started', 'proportional'] as const)
    .default('completed'),
  overshoot: decimal('Points for overshooting', { optional: true, min: 0 }),
  max: pointsOf('relative', 'The most points', { min: 0 }),
  reference: decimal('The reference', { optional: true, min: 0 }),
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
        value: decimal('Value', { optional: true }),
        disqualify: yup.boolean().default(false),
      }),
    )
    .default([])
    .max(20),
  ties: yup.string().trim().default('').max(200),
});

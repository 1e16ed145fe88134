import * as yup from 'yup';
import { CHANGE_KINDS, CLAIMS, ITERATION_KINDS, ITERATION_STATES } from '@/core/changes';
import { date, decimal, id, line, optionalDate, optionalId, place, prose } from '@/ui/forms/schema';

export const changeSchema = yup.object({
  kind: yup.string().oneOf(CHANGE_KINDS).required(),
  what: line('What was changed'),
  before: yup.string().trim().default('').max(80, 'At most 80 characters.'),
  after: yup.string().trim().default('').max(80, 'At most 80 characters.'),
  unit: yup.string().trim().default('').max(20, 'A unit has at most 20 characters.'),
  /** The iteration of another team, or the design of an earlier season, that a feature was taken over from. */
  sourceId: optionalId(),
  makerId: optionalId(),
  claim: yup
    .string()
    .oneOf(['', ...CLAIMS] as const)
    .default(''),
  claimParameterId: optionalId(),
});
export const iterationSchema = yup.object({
  ...place,
  id: id('The iteration'),
  teamId: id('The team'),
  parentId: optionalId(),
  /** Further ones that it comes from. Left out, as is `changes`, by what was entered on a device before they were asked for. */
  alsoFrom: yup
    .array(yup.object({ parentId: id('The iteration') }))
    .optional()
    .max(10, 'At most 10 iterations.'),
  /** The chosen concept, or the design of an earlier season, that it goes back to; left out by older entries of devices. */
  originId: yup
    .string()
    .uuid('Choose where it comes from.')
    .max(36)
    .transform((value: unknown) => (value === '' ? null : value))
    .nullable(),
  kind: yup.string().oneOf(ITERATION_KINDS).default('prototype'),
  state: yup
    .string()
    .oneOf(ITERATION_STATES)
    .transform((value: unknown) => (value === 'built' ? 'ready to test' : value))
    .required(),
  change: line('What was changed'),
  reason: prose('The reason'),
  expects: yup.string().trim().default('').max(400, 'At most 400 characters.'),
  good: prose('What was good'),
  bad: prose('What was not'),
  changes: yup.array(changeSchema).optional().max(40, 'At most 40 changes.'),
  builtOn: date('The day'),
  makerId: optionalId(),
  measurements: yup
    .array(
      yup.object({
        parameterId: id('The parameter'),
        value: decimal('The value', { optional: true }),
        /** Further readings of the same: what counts is the mean of all. Left out by older entries of devices. */
        more: yup
          .array(yup.object({ value: decimal('The reading') }))
          .optional()
          .max(19, 'At most 20 readings.'),
        unit: yup.string().trim().default('').max(20),
        answer: yup
          .string()
          .oneOf(['', 'yes', 'no'] as const)
          .default(''),
        instrumentId: optionalId(),
      }),
    )
    .default([])
    .max(60, 'At most 60 measurements.'),
});
export const buildRuleSchema = yup.object({
  ...place,
  id: optionalId(),
  leastTeam: decimal('The number of iterations', { optional: true, whole: true, min: 1, max: 99 }),
  leastMember: decimal('The number of iterations', { optional: true, whole: true, min: 1, max: 99 }),
  makesOfficial: yup.boolean().default(false),
  frozenFrom: optionalDate('The day'),
});
export const featureSchema = yup.object({
  ...place,
  id: id('The feature'),
  name: line('The name'),
  requirementId: optionalId(),
  conceptId: optionalId(),
});
export const checkSchema = yup.object({
  ...place,
  id: id('The iteration'),
  note: yup.string().trim().default('').max(400, 'The note may have at most 400 characters.'),
});
export const removeIterationSchema = yup.object({ ...place, id: id('The iteration') });
export const withdrawCheckSchema = yup.object({ ...place, id: id('The iteration') });
export const releaseSchema = yup.object({ ...place, id: id('The iteration'), released: yup.boolean().required() });

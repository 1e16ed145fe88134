import * as yup from 'yup';
import { DIMENSION_NAMES } from '@/core/dimensions';
import { counted, decimal, id, line, optionalId, place, prose } from '@/ui/forms/schema';

const measured = DIMENSION_NAMES.filter((name) => name !== 'yes-no');
const unit = () => yup.string().trim().required('A unit is needed.').max(20, 'A unit has at most 20 characters.');

const parameterName = () =>
  yup
    .string()
    .trim()
    .default('')
    .max(160)
    .when('parameterId', {
      is: (value: string | null) => !value,
      then: (s) => s.required('Choose what is measured, or name it.'),
    });
const observers = () =>
  yup
    .string()
    .oneOf(['1', '2', '3', '4'] as const)
    .default('1');

export const instrumentSchema = yup.object({
  ...place,
  name: line('The name'),
  dimension: yup.string().oneOf(measured).required(),
  unit: unit(),
  resolution: decimal('The resolution', { min: 0 }),
  accuracy: decimal('The accuracy', { min: 0 }),
});
export const boardSchema = yup.object({
  ...place,
  id: id('The protocol'),
  released: yup.boolean().required(),
});
export const usualTestSchema = yup.object({ ...place, name: line('The test') });
export const protocolSchema = yup.object({
  ...place,
  name: line('The name'),
  procedure: prose('The procedure'),
  cautions: prose('The cautions'),
  parameterId: optionalId(),
  parameterName: parameterName(),
  instrumentId: id('The instrument'),
  observers: observers(),
  unit: unit(),
  /** What is measured besides: read, or worked out where no instrument is chosen. Left out: as it is. */
  more: yup
    .array(
      yup.object({
        id: optionalId(),
        parameterId: optionalId(),
        parameterName: parameterName(),
        instrumentId: optionalId(),
        observers: observers(),
        formula: yup.string().trim().default('').max(200, 'At most 200 characters.'),
        unit: unit(),
      }),
    )
    .optional()
    .max(9, 'At most 10 quantities.'),
  roles: prose('Who does what'),
  runsWanted: decimal('The number of runs', { optional: true, min: 1 }),
  conditions: yup
    .array(
      yup.object({
        name: line('The name'),
        value: decimal('The value'),
        tolerance: decimal('The tolerance', { min: 0 }),
        unit: unit(),
      }),
    )
    .default([])
    .max(20, 'At most 20 conditions.'),
  settings: yup
    .array(
      yup.object({
        name: line('The name'),
        unit: yup.string().trim().default('').max(20, 'A unit has at most 20 characters.'),
      }),
    )
    .default([])
    .max(10, 'At most 10 settings.'),
});
export const runSchema = yup.object({
  ...place,
  id: id('The run'),
  sectionId: id('The section'),
  /** The event it is made in; one that only practises under a protocol names that instead. */
  eventId: optionalId(),
  protocolId: optionalId(),
  teamId: id('The team'),
  /** Of several copies of the iteration, the one that it was made with. */
  copyId: optionalId(),
  /** Left out: the team's newest, or iteration 1, which is made with its first run. */
  iterationId: optionalId(),
  attempt: yup.number().integer().min(1, 'Attempts count from 1.').max(20).nullable().default(null),
  status: yup
    .string()
    .oneOf(['ok', 'foul', 'did-not-finish', 'did-not-start'] as const)
    .required(),
  value: decimal('The value', { optional: true }).when('status', { is: 'ok', then: () => decimal('The value') }),
  /** What further observers read at once; the value is the mean of all. Older entries of devices know nothing of it. */
  more: yup
    .array(yup.object({ value: decimal('The value', { optional: true }) }))
    .optional()
    .max(3),
  unit: unit(),
  /** What was read besides, where the protocol measures several quantities. Older entries of devices know nothing of it. */
  readings: yup
    .array(
      yup.object({
        quantityId: id('The quantity'),
        value: decimal('The value', { optional: true }),
        more: yup
          .array(yup.object({ value: decimal('The value', { optional: true }) }))
          .optional()
          .max(3),
        unit: unit(),
      }),
    )
    .optional()
    .max(10),
  /** The version of the protocol that was shown; left out: the one of now. */
  protocolVersion: yup.number().integer().min(1).max(10_000).optional(),
  /** Who saw it besides; left out: as stored. */
  witness: yup.string().trim().max(160, 'At most 160 characters.').optional(),
  /** Why a practice run is left out of what is worked out; left out itself: as stored. */
  leftOut: yup.string().trim().max(400, 'At most 400 characters.').optional(),
  penalties: yup
    .mixed<Record<string, number>>()
    .default({})
    .test(
      'penalties',
      'Penalties are counted in whole numbers.',
      (all) =>
        typeof all === 'object' &&
        all !== null &&
        Object.keys(all).length <= 50 &&
        Object.values(all).every((times) => Number.isInteger(times) && times >= 0 && times < 1000),
    ),
  conditions: yup
    .array(yup.object({ name: line('The name'), value: decimal('The value'), unit: unit() }))
    .default([])
    .max(20),
  /** What was chosen at this run; empty values are left out. Older entries of devices know nothing of it. */
  settings: yup
    .array(
      yup.object({
        name: line('The name'),
        value: yup.string().trim().default('').max(40, 'At most 40 characters.'),
        unit: yup.string().trim().default('').max(20),
      }),
    )
    .optional()
    .max(10),
  note: prose('The note'),
  /** Why an attempt is corrected. */
  reason: prose('The reason'),
});
export const withdrawSchema = yup.object({
  ...place,
  id: id('The run'),
  version: counted().required(),
  /** Why an attempt is withdrawn. */
  reason: prose('The reason'),
});

import * as yup from 'yup';
import { SUPERVISION } from '@/core/safety';
import { MATERIALS } from '@/core/bookings';
import { date, decimal, id, line, optionalId, place } from '@/ui/forms/schema';

const count = (what: string, min: number, max: number) => decimal(what, { min, max, whole: true });

export const machineSchema = yup.object({
  ...place,
  name: line('The name of the machine'),
  room: yup.string().trim().default('').max(160, 'The room may have at most 160 characters.'),
  capacity: count('The number at once', 1, 20),
  useMinutes: count('The time of a use', 1, 600),
  resetMinutes: count('The reset', 0, 120),
  opensAfter: count('The opening', 0, 600),
  closesBefore: count('The closing', 0, 600),
  supervision: yup.string().oneOf(SUPERVISION, 'Choose one of the list.').required(),
  cuts: yup.boolean().default(false),
  closures: yup
    .array(
      yup.object({
        from: date('The first day'),
        to: date('The last day').test('order', 'The last day is before the first.', function (to) {
          return !to || to >= (this.parent as { from: string }).from;
        }),
        reason: line('The reason'),
      }),
    )
    .default([])
    .max(60, 'At most 60 closures.'),
});
export const removeMachineSchema = yup.object({ ...place, id: id('The machine') });

const asks = {
  ...place,
  machineId: id('The machine'),
  teamId: id('The team'),
  operatorId: optionalId(),
  material: yup.string().oneOf(MATERIALS, 'Choose one of the list.').default('none'),
  purpose: yup.string().trim().default('').max(160, 'The purpose may have at most 160 characters.'),
};
export const askSchema = yup.object(asks);
export const bookSchema = yup.object({
  ...asks,
  /** Day and start: "2026-11-26 10:05". */
  slot: yup
    .string()
    .required('Choose a slot.')
    .matches(/^\d{4}-\d\d-\d\d ([01]\d|2[0-3]):[0-5]\d$/, 'Choose a slot of the list.'),
  minutes: decimal('The minutes', { min: 1, max: 600, whole: true, optional: true }),
});
/** What the form checks: without a slot it asks for one. */
export const bookOrAskSchema = bookSchema.shape({
  slot: yup
    .string()
    .default('')
    .matches(/^(\d{4}-\d\d-\d\d \d\d:\d\d)?$/, 'Choose a slot of the list.'),
});
export const giveSchema = yup.object({
  ...place,
  machineId: id('The machine'),
  sectionId: id('The section'),
  day: date('The day'),
});
export const bookingSchema = yup.object({ ...place, id: id('The booking') });
export const endUseSchema = bookingSchema.shape({
  as: yup
    .string()
    .oneOf(['done', 'missed'] as const)
    .required(),
});

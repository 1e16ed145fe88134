import * as yup from 'yup';
import { date, decimal, id, optionalId, place } from '@/ui/forms/schema';

const count = (what: string, min: number, max: number) => decimal(what, { min, max, whole: true });

export const sessionSchema = yup.object({
  ...place,
  sectionId: id('The section'),
  eventId: id('The event'),
  machineId: optionalId(),
  day: date('The day'),
  start: yup
    .string()
    .required('The start is needed.')
    .matches(/^([01]\d|2[0-3]):[0-5]\d$/, 'The start is a time like 10:05.'),
  minutes: count('The time available', 1, 1440),
  attempts: count('The attempts', 1, 20),
  minutesPerAttempt: decimal('The time of an attempt', { above: 0, max: 600 }),
  resetMinutes: decimal('The reset', { min: 0, max: 120 }),
  restMinutes: decimal('The rest', { min: 0, max: 600 }),
  stations: count('The stations', 1, 20),
  drawn: yup
    .string()
    .oneOf(['given', 'drawn'] as const)
    .required(),
  teams: yup
    .array(yup.object({ id: id('The team') }))
    .default([])
    .min(1, 'At least one team takes part.')
    .max(200, 'At most 200 teams.'),
});
export const sessionIdSchema = yup.object({ ...place, id: id('The session') });
export const markSchema = yup.object({
  ...place,
  sessionId: id('The session'),
  teamId: id('The team'),
  attempt: yup.number().integer().min(1).max(20).required(),
  does: yup
    .string()
    .oneOf(['start', 'end', 'skip', 'undo'] as const)
    .required(),
});

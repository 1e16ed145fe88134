import * as yup from 'yup';
import { amount, decimal, id, line, optionalId, place } from '@/ui/forms/schema';

export const AWARD_KINDS = [
  'standings',
  'event',
  'contest',
  'rubric',
  'improvement',
  'prediction',
  'audience',
  'hand',
] as const;

export const awardSchema = yup.object({
  ...place,
  name: line('The award'),
  position: decimal('The order', { min: 0, max: 999, whole: true }),
  of: yup.string().oneOf(AWARD_KINDS).required(),
  place: decimal('The place', { min: 1, max: 200, whole: true, optional: true }),
  eventId: optionalId(),
  contestId: optionalId(),
  rubricId: optionalId(),
  teamId: optionalId(),
  why: yup.string().trim().default('').max(400, 'The reason has at most 400 characters.'),
  trophy: yup.string().trim().default('').max(160, 'The line has at most 160 characters.'),
});
export const awardIdSchema = yup.object({ ...place, id: id('The award') });
export const showSchema = yup.object({ ...place });
export const shownIdSchema = yup.object({ ...place, id: id('The results') });
export const predictionSchema = yup.object({
  ...place,
  eventId: id('The event'),
  teamId: id('The team'),
  value: amount('What you expect'),
});
export const voteSchema = yup.object({ ...place, voteFor: id('The team') });

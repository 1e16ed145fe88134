import * as yup from 'yup';
import { id, optionalId, place } from '@/ui/forms/schema';

export const rosterSchema = yup.object({
  ...place,
  sectionId: id('The section'),
  text: yup.string().required('Paste the roster first.').max(400_000, 'This is too long for a roster of one section.'),
});
export const moveSchema = yup.object({
  ...place,
  accountId: id('The student'),
  /** Where to: a section and a team of it or none; or out of the class. */
  sectionId: id('The section'),
  teamId: optionalId(),
  left: yup.boolean().default(false),
});
export const resetSchema = yup.object({ ...place, accountId: id('The student') });
export const slipsSchema = yup.object({
  ...place,
  sectionId: id('The section'),
  accountId: optionalId(),
  days: yup.number().integer().min(1, 'At least one day.').max(30, 'At most 30 days.').required(),
});

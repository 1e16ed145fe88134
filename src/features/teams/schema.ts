import * as yup from 'yup';
import { id, optionalId, place } from '@/ui/forms/schema';

export const rosterSchema = yup.object({
  ...place,
  sectionId: id('The section'),
  text: yup.string().required('Paste the roster first.').max(400_000, 'This is too long for a roster of one section.'),
});
export const moveSchema = yup.object({ ...place, accountId: id('The student'), teamId: optionalId() });
export const resetSchema = yup.object({ ...place, accountId: id('The student') });
export const slipsSchema = yup.object({
  ...place,
  sectionId: id('The section'),
  accountId: optionalId(),
  days: yup.number().integer().min(1, 'At least one day.').max(30, 'At most 30 days.').required(),
});

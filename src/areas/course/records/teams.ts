import * as yup from 'yup';
import { TAGS } from '@/ui/colours';
import { id, leftOut, line, optionalId, place, seen } from '@/ui/forms/schema';
import { seenAs } from '@/ui/forms/seen';

export const rosterSchema = yup.object({
  ...place,
  sectionId: id('The section'),
  text: yup.string().required('Paste the roster first.').max(400_000, 'This is too long for a roster of one section.'),
  without: leftOut(),
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
export const teamSchema = yup.object({
  ...place,
  name: line('The name'),
  colour: yup
    .number()
    .integer()
    .min(0)
    .max(TAGS.length - 1, 'Choose a colour of the list.')
    .required(),
});
export const rolesSchema = yup.object({
  ...place,
  /** The roles that were shown, as rolesSeen puts them. */
  seen: seen(),
  roles: yup
    .array(
      yup.object({
        name: yup.string().trim().required('The role needs a name.').max(80, 'At most 80 characters.'),
        answerableFor: yup.string().trim().default('').max(400, 'At most 400 characters.'),
        needed: yup.boolean().default(false),
      }),
    )
    .default([])
    .max(20, 'At most 20 roles.'),
});
export const roleSchema = yup.object({
  ...place,
  accountId: id('The student'),
  role: yup.string().trim().default('').max(80, 'A role may have at most 80 characters.'),
});

/** The roles as a form has seen them. */
export const rolesSeen = (roles: readonly { name: string; answerableFor: string; needed: boolean }[]) =>
  seenAs(roles.map(({ name, answerableFor, needed }) => [name, answerableFor, needed]));

import * as yup from 'yup';
import { decimal, id, key, line, optionalId, place } from '@/ui/forms/schema';

export const formingSchema = yup.object({
  ...place,
  sectionId: id('The section'),
  min: decimal('The smallest team', { whole: true, min: 1, max: 30 }),
  max: decimal('The largest team', { whole: true, min: 1, max: 30 }),
  weightConcept: decimal('The weight of concepts', { min: 0, max: 100 }),
  weightWants: decimal('The weight of wishes', { min: 0, max: 100 }),
  weightRoles: decimal('The weight of roles', { min: 0, max: 100 }),
  wishes: decimal('How many wishes', { whole: true, min: 0, max: 5 }),
  asks: yup.boolean().default(false),
});
export const pairSchema = yup.object({
  ...place,
  kind: yup
    .string()
    .oneOf(['apart', 'together'] as const)
    .required(),
  one: id('The one'),
  other: id('The other').test('two', 'A pair has two people.', function (other) {
    return other !== (this.parent as { one: string }).one;
  }),
});
export const removePairSchema = yup.object({ ...place, id: id('The pair') });
export const proposalSchema = yup.object({
  ...place,
  sectionId: id('The section'),
  name: line('The name of the proposal'),
  teams: yup
    .array(
      yup.object({
        teamId: optionalId(),
        name: line('The name of the team'),
        members: yup.array(id('The student')).default([]).max(60),
      }),
    )
    .default([])
    .min(1, 'A proposal has at least one team.')
    .max(100, 'At most 100 teams.')
    .test('once', 'A student stands in two teams.', (teams) => {
      const all = (teams ?? []).flatMap(({ members }) => members ?? []);
      return new Set(all).size === all.length;
    })
    .test('names', 'Two teams have the same name.', (teams) => {
      const names = (teams ?? []).map(({ name }) => String(name).toLowerCase());
      return new Set(names).size === names.length;
    }),
  locked: yup.array(id('The student')).default([]).max(400),
  seed: yup.string().default('').max(80),
});
export const ofProposalSchema = yup.object({ ...place, id: id('The proposal') });
export const preferenceSchema = yup.object({
  ...place,
  conceptId: optionalId(),
  wants: yup
    .array(yup.object({ id: optionalId() }))
    .default([])
    .max(5)
    .test('once', 'You wish for the same person twice.', (list) => {
      const given = (list ?? []).flatMap(({ id: one }) => one ?? []);
      return new Set(given).size === given.length;
    }),
  roles: yup.array(key()).default([]).max(20),
});

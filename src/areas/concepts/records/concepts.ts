import * as yup from 'yup';
import { counted, decimal, id, line, place, prose } from '@/ui/forms/schema';

export const MOST_STEPS = 20;

export const conceptSchema = yup.object({
  ...place,
  id: id('The concept'),
  title: line('The title'),
  steps: yup
    .array(
      yup.object({
        text: yup.string().trim().required('Say what happens in this step, or take the row out.').max(400),
      }),
    )
    .default([])
    .min(1, 'Describe in at least one step how it works.')
    .max(MOST_STEPS, `At most ${MOST_STEPS} steps.`),
  claims: yup
    .array(
      yup.object({
        requirementId: id('The requirement'),
        how: yup.string().trim().default('').max(400, 'How it is answered may have at most 400 characters.'),
        value: decimal('The expected number', { optional: true }),
        unit: yup.string().trim().default('').max(20),
        uncertainty: decimal('How sure you are', { optional: true, min: 0 }).test(
          'of-a-number',
          'Enter the number that this belongs to.',
          function (text) {
            return !text || Boolean((this.parent as { value?: string }).value);
          },
        ),
        answer: yup
          .string()
          .oneOf(['', 'yes', 'no'] as const)
          .default(''),
      }),
    )
    .default([])
    .max(100),
  risks: prose('The risks'),
  takesOver: prose('What it takes over'),
});
export const removeConceptSchema = yup.object({ ...place, id: id('The concept') });
export const commentSchema = yup.object({
  ...place,
  id: id('The comment'),
  conceptId: id('The concept'),
  text: prose('The comment').required('Write something first.'),
});
export const roundSchema = yup.object({
  ...place,
  sectionId: id('The section'),
  wanted: decimal('How many', { whole: true, min: 1, max: 10 }),
  dueOn: yup
    .string()
    .max(10)
    .nullable()
    .default(null)
    .transform((value: unknown) => (value === '' ? null : value)),
  minutes: decimal('Minutes of a pitch', { whole: true, min: 1, max: 60 }),
});
export const releaseConceptsSchema = yup.object({
  ...place,
  sectionId: id('The section'),
  released: yup.boolean().required(),
});
export const decideConceptSchema = yup.object({
  ...place,
  id: id('The concept'),
  version: counted().required(),
  fate: yup
    .string()
    .oneOf(['open', 'chosen', 'not chosen'] as const)
    .required(),
  reason: prose('The reason').when('fate', {
    is: 'not chosen',
    then: (s) => s.required('Say why it isn’t chosen, in words its author may read.'),
  }),
});
export const exceptionSchema = yup.object({
  ...place,
  id: id('The concept'),
  version: counted().required(),
  exception: prose('The reason').required('Say why it may go on although it breaks a requirement.'),
});
export const creditSchema = yup.object({
  ...place,
  intoId: id('The concept that takes it in'),
  fromId: id('The concept it comes from'),
  what: line('What is carried over'),
});
export const removeCreditSchema = yup.object({ ...place, id: id('The part') });

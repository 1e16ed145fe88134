import * as yup from 'yup';
import { decimal, key, line, place, prose } from '@/ui/forms/schema';

export const researchSchema = yup.object({
  ...place,
  title: line('The title'),
  kind: yup
    .string()
    .oneOf(['existing', 'last-season', 'reading'] as const)
    .required(),
  about: prose('What it is'),
  foundIn: yup.string().trim().default('').max(400, 'Where it was found may have at most 400 characters.'),
  isWinner: yup.boolean().default(false),
  findings: yup
    .array()
    .of(
      yup.object({
        requirementId: key('Choose the requirement.'),
        text: prose('How it meets it'),
        value: decimal('The value', { optional: true }),
        unit: yup
          .string()
          .trim()
          .default('')
          .max(20)
          .when('value', { is: (text: string) => Boolean(text), then: (s) => s.required('A value needs its unit.') }),
        uncertainty: decimal('The uncertainty', { min: 0, optional: true }),
        answer: yup.string().oneOf(['', 'yes', 'no']).default(''),
      }),
    )
    .max(300)
    .default([]),
});
export const researchPlaceSchema = yup.object({ ...place });

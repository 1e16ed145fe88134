import * as yup from 'yup';
import { decimal, key, line, optionalId, place } from '@/ui/forms/schema';

export const budgetSchema = yup.object({
  ...place,
  requirementId: key('Choose the requirement.'),
  teamId: optionalId(),
  parts: yup
    .array()
    .of(
      yup.object({
        name: line('The part'),
        value: decimal('The amount', { min: 0 }),
        unit: yup.string().trim().required('A unit is needed.').max(20),
      }),
    )
    .max(60, 'At most 60 parts.')
    .default([]),
});

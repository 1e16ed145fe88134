import * as yup from 'yup';
import { counted, decimal, id, line, optionalId, place } from '@/ui/forms/schema';

export const componentSchema = yup.object({
  ...place,
  name: line('The name'),
  source: yup
    .string()
    .required('Choose an event or a rubric.')
    .matches(/^(event|rubric):[0-9a-f-]{36}$/, 'Choose an event or a rubric.'),
  countsAs: yup
    .string()
    .oneOf(['points', 'percent-of-max', 'percent-of-best', 'place-sum', 'z-score'] as const)
    .required(),
  weight: decimal('The weight', { min: 0 }),
  max: decimal('The most points', { optional: true }).when('countsAs', {
    is: 'percent-of-max',
    then: () => decimal('The most points', { above: 0 }),
  }),
  position: decimal('The order', { min: 0, max: 999, whole: true }),
});
export const removeSchema = yup.object({
  ...place,
  id: id('The component'),
  version: counted().required(),
});
export const publishSchema = yup.object({ ...place, sectionId: optionalId() });

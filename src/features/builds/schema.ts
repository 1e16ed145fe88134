import * as yup from 'yup';
import { date, decimal, id, line, optionalId, place, prose } from '@/ui/forms/schema';

export const iterationSchema = yup.object({
  ...place,
  id: id('The iteration'),
  teamId: id('The team'),
  parentId: optionalId(),
  state: yup
    .string()
    .oneOf(['planned', 'building', 'built', 'tested', 'retired'] as const)
    .required(),
  change: line('What was changed'),
  reason: prose('The reason'),
  builtOn: date('The day'),
  makerId: optionalId(),
  measurements: yup
    .array(
      yup.object({
        parameterId: id('The parameter'),
        value: decimal('The value', { optional: true }),
        unit: yup.string().trim().default('').max(20),
        answer: yup
          .string()
          .oneOf(['', 'yes', 'no'] as const)
          .default(''),
        instrumentId: optionalId(),
      }),
    )
    .default([])
    .max(60, 'At most 60 measurements.'),
});
export const checkSchema = yup.object({
  ...place,
  id: id('The iteration'),
  note: yup.string().trim().default('').max(400, 'The note may have at most 400 characters.'),
});
export const withdrawCheckSchema = yup.object({ ...place, id: id('The iteration') });
export const releaseSchema = yup.object({ ...place, id: id('The iteration'), released: yup.boolean().required() });

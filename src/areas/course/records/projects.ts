import * as yup from 'yup';
import { date, key, place } from '@/ui/forms/schema';
import { projectFields } from '@/ui/forms/projectSchema';

export const projectSchema = yup.object({
  ...place,
  ...projectFields,
  retentionUntil: date('The day until which data is kept'),
  normaliseWeights: yup.boolean().default(false),
});
export const profileSchema = yup.object({
  ...place,
  used: yup.array().of(key()).required().max(60),
});

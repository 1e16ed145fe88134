import * as yup from 'yup';
import { id, place } from '@/ui/forms/schema';

export const addCopySchema = yup.object({ ...place, iterationId: id('The iteration') });
export const mendSchema = yup.object({
  ...place,
  id: id('The copy'),
  kind: yup
    .string()
    .oneOf(['broke', 'repaired'] as const)
    .required(),
  what: yup.string().trim().required('Say what happened.').max(400, 'At most 400 characters.'),
});
export const removeCopySchema = yup.object({ ...place, id: id('The copy') });

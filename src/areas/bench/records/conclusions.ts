import * as yup from 'yup';
import { id, optionalId, place } from '@/ui/forms/schema';

export const conclusionSchema = yup.object({
  ...place,
  teamId: id('The team'),
  protocolId: id('The protocol'),
  /** Of which of its quantities; left out: the first. */
  quantityId: optionalId(),
  beforeId: id('The first iteration'),
  afterId: id('The second iteration'),
  text: yup.string().trim().required('Say what you conclude.').max(400, 'At most 400 characters.'),
});
export const withdrawConclusionSchema = yup.object({ ...place, id: id('The conclusion') });

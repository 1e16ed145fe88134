import * as yup from 'yup';
import { DIMENSION_NAMES } from '@/core/dimensions';
import { id, line, place } from '@/ui/forms/schema';

export const propertySchema = yup.object({
  ...place,
  name: line('The name'),
  dimension: yup.string().oneOf(DIMENSION_NAMES).required(),
});
export const addSizeSchema = yup.object({ ...place });
export const removePropertySchema = yup.object({ ...place, id: id('The property') });

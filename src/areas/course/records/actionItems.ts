import * as yup from 'yup';
import { id, place } from '@/ui/forms/schema';

export const settleSchema = yup.object({ ...place, id: id('The action'), done: yup.boolean().required() });

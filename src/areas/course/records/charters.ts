import * as yup from 'yup';
import { counted, id, place, prose } from '@/ui/forms/schema';

export const charterSchema = yup.object({
  ...place,
  teamId: id('The team'),
  works: prose('What it takes to work at all').required('Say what it takes to work at all.'),
  musts: prose('Meeting the musts'),
  beats: prose('Beating the benchmark'),
  working: prose('How you work together'),
});
export const agreeSchema = yup.object({
  ...place,
  teamId: id('The team'),
  textVersion: counted().required(),
});

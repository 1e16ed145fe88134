import * as yup from 'yup';
import { date, line, place, prose } from '@/ui/forms/schema';

export const briefSchema = yup.object({
  ...place,
  challenge: prose('The challenge'),
  thing: prose('The thing'),
  account: prose('The account'),
  rules: prose('The rules'),
  hazards: prose('The hazards'),
  published: yup.boolean().default(false),
});
export const statementSchema = yup.object({
  ...place,
  sentence: prose('The sentence').required('Write down what was said.'),
  saidBy: line('Who said it'),
  saidOn: date('When it was said'),
});

import * as yup from 'yup';
import { line } from '@/ui/forms/schema';

/** The fewest characters of a password. */
export const LEAST = 8;
export const LEAST_OF_INSTRUCTORS = 10;
const password = (least: number) =>
  yup
    .string()
    .required('A password is needed.')
    .min(least, `The password needs at least ${least} characters.`)
    .max(200, 'The password may have at most 200 characters.');

export const signInSchema = yup.object({
  login: line('The sign-in name').lowercase(),
  password: yup.string().required('The password is needed.').max(200, 'The password may have at most 200 characters.'),
  /** Whoever is signed in on the device stays so: they share it. */
  share: yup.boolean().default(false),
});
export const slipSchema = yup.object({
  token: yup.string().required().max(100),
  share: yup.boolean().default(false),
});
export const setUpSchema = yup.object({
  token: line('The token from the console'),
  name: line('Your name'),
  login: line('A sign-in name').lowercase(),
  password: password(LEAST_OF_INSTRUCTORS),
});
export const passwordSchema = yup.object({
  current: yup.string().required('Enter your current password.').max(200),
  password: password(LEAST),
});

import * as yup from 'yup';
import { date, decimal, id, line, optionalId, place, prose } from '@/ui/forms/schema';

const MOST_NOTE = 2000;

export const visitSchema = yup.object({
  ...place,
  title: line('The title'),
  saidBy: line('Who answers'),
  heldOn: date('The day'),
  minutes: decimal('The time', { min: 5, max: 480, whole: true }),
  state: yup
    .string()
    .oneOf(['planned', 'running', 'held'] as const)
    .required(),
});
/** A question put into the bank, or changed by whoever put it. The id is the client's. */
export const questionSchema = yup.object({
  projectId: place.projectId,
  id: id('The question'),
  visitId: id('The visit'),
  text: yup
    .string()
    .trim()
    .required('Write the question down.')
    .max(400, ({ value }) => `A question has at most 400 characters; this has ${String(value).length}.`),
  version: place.version,
});
/** A line of what somebody heard. The id is the client's; with a version it is a change of one's own line. */
export const noteSchema = yup.object({
  projectId: place.projectId,
  id: id('The note'),
  questionId: id('The question'),
  text: yup
    .string()
    .trim()
    .required('Write down what was said.')
    .max(MOST_NOTE, ({ value }) => `A note has at most 2,000 characters; this has ${String(value).length}.`),
  version: place.version,
  withdraw: yup.boolean().default(false),
});
export const arrangeSchema = yup.object({
  ...place,
  move: yup
    .string()
    .oneOf(['', 'up', 'down'] as const)
    .default(''),
  must: yup.boolean().nullable().default(null),
  hidden: yup.boolean().nullable().default(null),
  minutes: decimal('The minutes', { above: 0, max: 240, optional: true }),
});
export const mergeSchema = yup.object({
  projectId: place.projectId,
  keep: id('The question'),
  drop: id('The question'),
});
export const splitSchema = yup.object({ ...place });
export const answerSchema = yup.object({
  ...place,
  questionId: id('The question'),
  text: prose('The answer').required('Write the answer down, or leave it open.'),
});
export const statementSchema = yup.object({
  ...place,
  answerId: optionalId(),
  sentence: prose('The sentence').required('Select or write what was said.'),
  saidBy: yup.string().trim().default('').max(160),
  saidOn: yup.string().default('').max(10),
});

import * as yup from 'yup';
import { id, line, optionalId, place } from '@/ui/forms/schema';

const MOST = 400;
export const namesIn = (text: string) =>
  text
    .split('\n')
    .map((one) => one.trim())
    .filter(Boolean);

export const drawSchema = yup.object({
  ...place,
  sectionId: optionalId(),
  title: line('What is drawn'),
  /** One name a line; for pitches the concepts are taken. */
  names: yup
    .string()
    .default('')
    .test('names', 'Write at least two names, one per line.', function (text) {
      return (this.parent as { forPitches?: boolean }).forPitches || namesIn(text).length >= 2;
    })
    .test('most', `At most ${MOST} names.`, (text) => namesIn(text).length <= MOST)
    .test('length', 'A name may have at most 160 characters.', (text) =>
      namesIn(text).every((one) => one.length <= 160),
    )
    .test('once', 'A name appears twice; tell the two apart.', (text) => {
      const names = namesIn(text);
      return new Set(names).size === names.length;
    }),
  forPitches: yup.boolean().default(false),
  isPublic: yup.boolean().default(false),
});
const digits = (who: string) =>
  yup
    .string()
    .trim()
    .required(`${who} calls out digits.`)
    .matches(/^\d{1,12}$/, 'One to twelve digits.');
export const seedSchema = yup.object({
  ...place,
  id: id('The draw'),
  first: digits('The first person'),
  second: digits('The second person'),
});

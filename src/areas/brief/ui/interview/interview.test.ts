import fc from 'fast-check';
import { differences } from './differences';
import { sentenceWithin } from '@/areas/brief/shared/interview/sentenceWithin';
import { shareOf } from '@/areas/brief/shared/interview/shareOf';

const marked = (texts: string[]) =>
  differences(texts).map((pieces) =>
    pieces.filter((one) => one.shared !== 'all').map((one) => `${one.text}${one.figure ? '!' : ''}`),
  );

test('figures and words that not all noted are marked; plural, case and filling words are not', () => {
  expect(marked(['Forty books, they weigh 12 kg', 'the FORTY book weighs 15 kg'])).toEqual([['12!'], ['15!']]);
  expect(marked(['by hand', 'By hand.', 'by hand, uphill'])).toEqual([[], [], ['uphill']]);
  expect(marked(['alone'])).toEqual([[]]);
});

test('put together, the pieces of a note are the note', () => {
  fc.assert(
    fc.property(fc.array(fc.string(), { maxLength: 4 }), (texts) => {
      expect(differences(texts).map((pieces) => pieces.map((one) => one.text).join(''))).toEqual(texts);
    }),
  );
});

test('a selection is found in its answer whatever its line breaks; across two answers it is not', () => {
  expect(sentenceWithin('It is 1.1 m (wide).\nWe saw.', '1.1 m (wide).\n\n We')).toBe('1.1 m (wide). We');
  expect(sentenceWithin('It is wide.', 'wide. Another')).toBeNull();
  expect(sentenceWithin('It is wide.', '  ')).toBeNull();
});

test('what the others leave is shared out in half minutes, at least one half; merged and hidden ones take none', () => {
  const q = (minutes: number | null, more = {}) => ({ minutes, mergedInto: null, hidden: false, ...more });
  expect(shareOf(30, [q(null), q(null), q(null), q(null, { hidden: true }), q(9, { mergedInto: 'x' })])).toBe(10);
  expect(shareOf(20, [q(4), q(null), q(null), q(null)])).toBe(5);
  expect(shareOf(20, [q(30), q(null)])).toBe(0.5);
  expect(shareOf(20, [q(5)])).toBe(0);
});

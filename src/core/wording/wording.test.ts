import { judgePairs, judgeWording } from '../../../tests/bench/judgeWording';
import { duplicates, wording } from '.';

const alike = (a: string, b: string) =>
  duplicates({
    statements: [
      { code: 'a', text: a },
      { code: 'b', text: b },
    ],
  }).pairs[0]?.similarity ?? 0;

test('plurals, endings and small words make no difference', () => {
  expect(alike('The valve', 'Valves')).toBe(1);
  expect(alike('A shelf', 'The shelves')).toBe(1);
  expect(alike('its speeds', 'the speed')).toBe(1);
});

test('one number or one opposite makes another statement', () => {
  expect(alike('at most 900 g', 'at most 700 g')).toBe(0);
  expect(alike('The box is light', 'The box is heavy')).toBe(0);
  expect(alike('It opens left', 'It opens right')).toBe(0);
});

test('a measure before a word says how much; “well” in “as well as” is another word', () => {
  const found = (text: string) => wording({ text }).findings.map(({ word }) => word);
  expect(found('80 cm wide, 3 mm thick and long')).toEqual(['long']);
  expect(found('seeds as well as grit; it runs well')).toEqual(['well']);
});

test('of lists of thirty, nearly all is found and hardly anything besides', () => {
  for (const { recall, precision } of [judgeWording(), judgePairs()]) {
    expect(recall).toBeGreaterThanOrEqual(0.85);
    expect(precision).toBeGreaterThanOrEqual(0.85);
  }
});

import { fit, seriesText } from '.';

const ANGLES = [20, 25, 30, 35, 40, 45, 50, 55];
const RANGES = [5.1, 5.83, 6.32, 6.71, 6.84, 6.79, 6.51, 6.02];
const said = (
  x: number[],
  y: number[],
  degree: 1 | 2,
  more: Partial<Parameters<typeof seriesText>[0]> = {},
  u?: number,
) =>
  seriesText({
    over: 'angle',
    overUnit: 'deg',
    of: 'Range',
    unit: 'm',
    better: 'higher',
    x,
    meanwhile: [],
    found: fit({
      x,
      y,
      degree,
      at: [x[0]!, x.at(-1)!, (x[0]! + x.at(-1)!) / 2],
      ...(u ? { standardUncertainty: u } : {}),
    }),
    ...more,
  });

describe('a parabola', () => {
  test('has its best point inside what was tested, and says how sure that is', () => {
    expect(said(ANGLES, RANGES, 2)).toEqual([
      'Best range, about 6.84 m, at angle 40.87 ± 0.29°, inside what was tested (20 to 55°).',
      'The next run tells most at angle 20°, where the curve is known worst.',
    ]);
  });

  test('the best point may lie outside, at an end, or nowhere', () => {
    expect(said([20, 25, 30, 35], [5.036, 5.776, 6.316, 6.656], 2)[0]).toMatch(
      /outside of what was tested \(20 to 35°\)/,
    );
    expect(said(ANGLES, RANGES, 2, { better: 'lower' })[0]).toBe(
      'Range has its worst value in between; the best lies at one of the ends of what was tested (20 to 55°).',
    );
    expect(said([1, 2, 3, 4, 5], [1, 2.1, 2.9, 4.1, 4.9], 2)[0]).toMatch(/^No turning point of range shows over angle/);
    expect(said(ANGLES, RANGES, 2, { better: null })[0]).toMatch(/^Greatest range/);
  });

  // Ever more scatter: the last interval that stays inside, and the first that reaches beyond.
  test('an interval that reaches beyond what was tested is said to', () => {
    const noise = [1, -1, 1, -1, -1, 1, -1, 1];
    const words = (by: number) =>
      said(
        ANGLES,
        RANGES.map((y, i) => y + by * noise[i]!),
        2,
      )[0]!;
    const beyond = Array.from({ length: 120 }, (_, i) => i / 50).find(
      (by) => !words(by).includes(', inside what was tested (20'),
    )!;
    expect(words(beyond)).toMatch(/may as well lie beyond|No turning point/);
    expect(words(beyond - 0.02)).toMatch(/, inside what was tested \(20 to 55°\)\.$/);
  });
});

describe('a straight line', () => {
  test('says how much the result follows, or that it does not show', () => {
    expect(said([10, 15, 20, 25, 30, 35], [3.1, 4, 5.2, 5.9, 7.1, 7.8], 1)[0]).toBe(
      'Range rises by 0.191 ± 0.018 m for every 1° more of angle.',
    );
    expect(said([10, 15, 20, 25], [7.8, 7.1, 5.9, 5.2], 1)[0]).toMatch(/^Range falls by/);
    expect(said([10, 15, 20, 25], [5, 5.2, 4.9, 5.1], 1)[0]).toMatch(
      /^These 4 runs do not show that range follows angle/,
    );
    expect(said([10, 15], [5, 6], 1)).toEqual([
      'Two points make a line whatever they are; one more run would show whether range follows angle.',
    ]);
  });

  test('runs further from it than the instrument explains are told', () => {
    const [x, y] = [
      [10, 15, 20, 25, 30, 35],
      [3.1, 4, 5.2, 5.9, 7.1, 7.8],
    ];
    expect(said(x, y, 1, {}, 0.1).join(' ')).not.toMatch(/than the instrument explains/);
    expect(said(x, y, 1, { meanwhile: ['gear', 'the day'] }).at(-1)).toBe(
      'Meanwhile gear and the day varied, too: part of what shows may come from that.',
    );
    expect(said(x, y, 1, {}, 0.02).join(' ')).toMatch(/further from the curve than the instrument explains/);
  });
});

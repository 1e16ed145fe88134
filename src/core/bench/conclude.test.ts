import {
  alikeText,
  compare,
  compareAll,
  conclude,
  drift,
  driftText,
  outlierText,
  pairAt,
  SAYINGS,
  sayingOf,
  standing,
  summarise,
} from '.';

const said = (a: number[], b: number[], more: Partial<Parameters<typeof conclude>[0]> = {}) =>
  conclude({
    a: 'Flint 2',
    b: 'Flint 3',
    parameter: 'Crossing time',
    unit: 's',
    better: 'lower',
    n: [a.length, b.length],
    comparison: compare({ a, b, better: more.better ?? 'lower' }),
    changed: ['Keel'],
    ...more,
  });
const SLOW = [7.42, 7.51, 7.38, 7.47, 7.55];
const QUICK = [7.21, 7.3, 7.26, 7.18, 7.35];

describe('conclude', () => {
  test('a difference that chance does not explain is told with its size, its doubt and its cause', () => {
    expect(said(SLOW, QUICK)).toEqual([
      'Flint 3 is better than Flint 2: crossing time lower by 0.206 s, give or take 0.099 s.',
      'Only Keel differs between them, so it comes from that.',
    ]);
    expect(said(QUICK, SLOW)[0]).toMatch(/^Flint 3 is worse than Flint 2: crossing time higher by 0\.206 s/);
    expect(said(SLOW, QUICK, { better: null, comparison: compare({ a: SLOW, b: QUICK, better: 'higher' }) })[0]).toBe(
      'Crossing time of Flint 3 is lower than that of Flint 2 by 0.206 s, give or take 0.099 s.',
    );
  });

  // Moved towards each other until p passes 0.05: the last shift that is still told, and the next one.
  test('the sentence turns exactly where the p value does', () => {
    const shifted = (by: number) => QUICK.map((value) => value + by);
    const told = (by: number) => compare({ a: SLOW, b: shifted(by), better: 'lower' }).pValue! < 0.05;
    const last = Array.from({ length: 400 }, (_, i) => i / 2000)
      .filter(told)
      .at(-1)!;
    expect(said(SLOW, shifted(last))[0]).toMatch(/^Flint 3 is better/);
    expect(said(SLOW, shifted(last + 0.0005))[0]).toMatch(
      /^Flint 2 and Flint 3 can’t be told apart with 5 runs each; /,
    );
  });

  test('what can’t be told apart says how many runs would tell', () => {
    expect(said(SLOW, [7.4, 7.61, 7.3, 7.35])).toEqual([
      'Flint 2 and Flint 3 can’t be told apart with 5 and 4 runs; about 65 of each would be needed to see a difference like this one.',
    ]);
    expect(said([7.4, 7.9], [7.2, 7.45])[0]).toMatch(/about \d+ of each|a run or two more/);
    expect(said([7, 8, 9], [7.001, 8, 9])[0]).toMatch(/no number of runs that a class can make/);
    expect(
      said([7.4, 7.5, 7.6, 7.5], [7.3, 7.4, 7.5, 7.4], {
        comparison: { ...compare({ a: SLOW, b: QUICK, better: 'lower' }), verdict: 'not-separable', runsNeeded: 3 },
      })[0],
    ).toBe('Flint 2 and Flint 3 can’t be told apart with 4 runs each; a run or two more of each may settle it.');
  });

  test('too few runs, and runs that are all equal, tell nothing', () => {
    expect(said([7.4], QUICK)).toEqual(['Too few runs of Flint 2 to compare: at least two of each are needed.']);
    expect(said([7.4], [7.3])[0]).toMatch(/^Too few runs of Flint 2 and Flint 3/);
    expect(said([7, 7], [8, 8])[0]).toMatch(/perhaps the instrument is too coarse/);
  });

  test('several changes are named, none is said, and what was held alike is', () => {
    const [, cause, held] = said(SLOW, QUICK, {
      changed: ['Keel', 'ballast position', 'the day'],
      held: ['angle 30°'],
    });
    expect(cause).toBe(
      '3 things differ between them, Keel, ballast position and the day, so it can’t be put down to one of them.',
    );
    expect(held).toBe('Held alike in both: angle 30°.');
    expect(said(SLOW, QUICK, { changed: [] })[1]).toMatch(/something nobody wrote down/);
  });
});

test('a run far from the others is named, the nearest that is not far is not', () => {
  const words = (last: number) => {
    const values = [8.1, 8.2, 8, 8.15, 8.05, last];
    return outlierText('Flint 3', values, summarise({ values }), 's');
  };
  expect(words(9)).toMatch(/^One run of Flint 3, 9 s, stands far from the other 5/);
  const critical = Array.from({ length: 100 }, (_, i) => Math.round(820 + i) / 100).find(
    (value) => words(value) !== null,
  )!;
  expect(words(Math.round(critical * 100 - 1) / 100)).toBeNull();
});

test('runs that creep are said to, with the way they go', () => {
  expect(driftText('Flint 3', drift({ values: [7.4, 7.42, 7.43, 7.45, 7.47] }), 's')).toBe(
    'The runs of Flint 3 creep up, by about 0.017 s from one to the next (p = 0.027): something wears, warms or slackens.',
  );
  expect(driftText('Flint 3', drift({ values: [7.47, 7.45, 7.43, 7.42, 7.4] }), 's')).toMatch(/creep down/);
  expect(driftText('Flint 3', drift({ values: [7.4, 7.42, 7.43, 7.45, 7.41] }), 's')).toBeNull();
});

test('a conclusion holds, is contradicted, in doubt or settled, as the runs say now', () => {
  const table = SAYINGS.map((then) => SAYINGS.map((now) => standing(then, now)));
  expect(table).toEqual([
    ['holds', 'contradicted', 'in doubt'],
    ['contradicted', 'holds', 'in doubt'],
    ['settled', 'settled', 'holds'],
  ]);
  // Which way is better changes the verdict, and not what the runs say.
  const of = (better: 'higher' | 'lower') => sayingOf(compare({ a: SLOW, b: QUICK, better }));
  expect([of('higher'), of('lower')]).toEqual(['lower', 'lower']);
});

test('copies differ where a pair of them does, and else it says how many runs would show it', () => {
  const words = (...lists: number[][]) =>
    alikeText(
      compareAll({ groups: lists.map((values, i) => ({ id: `copy ${i + 1}`, values })), better: 'higher' }).pairs,
      's',
    );
  expect(words(SLOW, QUICK)).toBe('Copy 2 is below copy 1 by 0.206 ± 0.099 s, more than chance explains (p = 0.001).');
  // The same two among five are no more told apart: each pair counts for ten.
  const shift = (by: number) => QUICK.map((value) => value + by);
  expect(words(SLOW, shift(0.08))).toMatch(/^Copy 2 is below copy 1/);
  expect(words(SLOW, shift(0.08), SLOW, SLOW, SLOW)).toMatch(
    /^They differ by no more than runs of one and the same do\. /,
  );
  expect(words(SLOW, [7.4, 7.61, 7.3, 7.35])).toMatch(/would show in about 65 runs of each\.$/);
  expect(words([7.4], [7.5])).toMatch(/^Too few runs/);
});

test('two are compared at settings that both have, of most runs on the poorer side; else each at its own', () => {
  const list = (...of: [string, number][]) => of.map(([at, n]) => ({ at, n }));
  const at = (a: ReturnType<typeof list>, b: ReturnType<typeof list>) => pairAt(a, b)?.map((one) => one.at);
  expect(at(list(['30', 3], ['45', 9]), list(['30', 2], ['60', 9]))).toEqual(['30', '30']);
  expect(at(list(['30', 3], ['45', 9]), list(['45', 2], ['30', 3]))).toEqual(['30', '30']);
  expect(at(list(['30', 3], ['45', 3]), list(['60', 2]))).toEqual(['45', '60']);
  expect(at(list(['30', 3]), [])).toBeUndefined();
  // Under another version of the protocol, what was set is held alike all the same.
  const old = [{ at: '30, version 1', set: '30', n: 3 }];
  const now = [
    { at: '30', set: '30', n: 2 },
    { at: '45', set: '45', n: 9 },
  ];
  expect(pairAt(old, now)?.map((one) => one.at)).toEqual(['30, version 1', '30']);
});

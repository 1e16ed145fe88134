import { againstBenchmark, boardText, fitText, paceOf, spreadSources, spreadText, holdsText } from '.';
import { holdsUpTo } from './holdsUpTo';

describe('against a benchmark of 5.0 ± 0.2', () => {
  const of = (low: number, high: number, better: 'lower' | 'higher' = 'lower') =>
    againstBenchmark([low, high], { value: 5, expandedUncertainty: 0.2 }, better);
  test.each([
    [4.5, 4.79, 'beats'],
    [4.5, 4.8, 'level'],
    [5.2, 5.5, 'level'],
    [5.21, 5.5, 'behind'],
  ] as const)(
    'an interval from %s to %s is %s where less is better, and turned round where more is',
    (low, high, stands) => {
      expect(of(low, high)).toBe(stands);
      const turned = { beats: 'behind', behind: 'beats', level: 'level' } as const;
      expect(of(low, high, 'higher')).toBe(turned[stands]);
    },
  );
  test('one run beats nothing', () => {
    expect(againstBenchmark(null, { value: 5, expandedUncertainty: 0 }, 'lower')).toBe('one run');
  });
  test('is said with names', () => {
    const benchmark = { name: 'last season', value: 5, unit: 's' };
    expect(boardText({ benchmark, beats: ['Flint', 'Marl', 'Tuff'], level: ['Slate'], without: ['Chert'] })).toEqual([
      'Flint, Marl and Tuff beat last season, 5 s.',
      'Slate can’t be told apart from it; more runs would tell.',
      'No valid run yet: Chert.',
    ]);
    expect(boardText({ benchmark, beats: ['Flint'], level: [], without: [] })[0]).toMatch(/^Flint beats/);
    expect(boardText({ benchmark, beats: [], level: [], without: [] })[0]).toMatch(/^Nobody beats/);
    expect(boardText({ benchmark: null, beats: [], level: [], without: [] })).toEqual([]);
  });
});

describe('who measures how', () => {
  test('deviations are pooled by degrees of freedom', () => {
    const { runs, observers, instruments } = spreadSources({
      builds: [
        { values: [1, 2, 3], instrument: 'Gate' },
        { values: [10, 14], instrument: 'Watch' },
        { values: [7], instrument: 'Watch' },
      ],
      observed: [[1, 1.4], [2, 2.2], [3]],
      instruments: { Gate: 0.01, Watch: 0.1 },
    });
    // By hand: (2 · 1 + 1 · 8) / 3, and (0.08 + 0.02) / 2.
    expect(runs).toMatchObject({ deviation: expect.closeTo(Math.sqrt(10 / 3), 12) as number, builds: 2, n: 5 });
    expect(observers).toMatchObject({ deviation: expect.closeTo(Math.sqrt(0.05), 12) as number, runs: 2 });
    expect(observers!.offsets.map((one) => Number(one.toFixed(12)))).toEqual([-0.15, 0.15]);
    expect(instruments.map(({ name, n, pooled }) => [name, n, pooled])).toEqual([
      ['Gate', 3, 1],
      ['Watch', 3, Math.sqrt(8)],
    ]);
  });
  const of = (runs: number, observers: number | null, instrument: number, offsets = [0, 0], n = 9) =>
    spreadText(
      {
        runs: { deviation: runs, builds: 2, n: 12 },
        observers: observers === null ? null : { deviation: observers, runs: n, offsets },
        instruments: [{ name: 'Watch', deviation: instrument, n: 12, pooled: null }],
      },
      's',
    );
  test('the largest source is named: the reading where it makes more than half of the variance', () => {
    expect(of(0.1, null, 0.071)[1]).toMatch(/^Most of that is the reading: the instrument/);
    expect(of(0.1, null, 0.07)[1]).toMatch(/^Little of that is the reading/);
    expect(of(0.1, 0.09, 0.05)[1]).toMatch(/two people reading the same run/);
    expect(of(0.1, null, 0)[1]).toBe('It is the device and how it is run.');
  });
  test('a standing difference of two observers is told where chance leaves less', () => {
    // 2 √2 · 0.05 / √9 = 0.0471…
    expect(of(0.1, 0.05, 0.01, [0.024, -0.024])[2]).toMatch(/Observer 1 reads 0\.048 s more/);
    expect(of(0.1, 0.05, 0.01, [0.0235, -0.0235])[2]).toBeUndefined();
  });
  test('few runs say nothing of where they spread', () => {
    const of = (n: number) =>
      spreadText({ runs: { deviation: 1, builds: 2, n }, observers: null, instruments: [] }, 's').length;
    expect([6, 7].map(of)).toEqual([0, 2]);
  });
  test('runs that are all alike say nothing', () => {
    expect(
      spreadText(spreadSources({ builds: [{ values: [2, 2], instrument: 'W' }], observed: [], instruments: {} }), 's'),
    ).toEqual([]);
    expect(spreadText(spreadSources({ builds: [], observed: [], instruments: {} }), 's')).toEqual([]);
  });
});

describe('how many runs fit', () => {
  const minutes = (...list: number[]) => list.map((one) => one * 60_000);
  test('the pace is the median gap, breaks left out', () => {
    expect(paceOf(minutes(0, 4, 8, 13, 90, 94))).toBe(4);
    expect(paceOf(minutes(0, 4, 8))).toBeNull();
    expect(paceOf(minutes(8, 0, 4, 12))).toBe(4);
  });
  test('is said for the meetings left', () => {
    const left = [{ minutes: 50 }, { minutes: 45 }];
    expect(fitText(4, left)).toBe(
      'A run takes about 4 minutes here, so about 11 runs fit a meeting that is used for nothing else; 2 meetings are left.',
    );
    expect(fitText(40, left.slice(0, 1))).toMatch(/about 1 run fits a meeting .* 1 meeting is left/);
    expect(fitText(60, left)).toMatch(/not one fits/);
    expect(fitText(null, left)).toBeNull();
    expect(fitText(4, [])).toBeNull();
  });
});

describe('up to where it holds', () => {
  const runs = (...list: [number, boolean][]) => list.map(([at, good]) => ({ at, good }));
  test.each([
    [runs([60, true], [90, true]), { upTo: 90, failedAt: null }, /at least 90 cm of drop height: nothing failed/],
    [
      runs([60, true], [90, false], [120, true]),
      { upTo: 60, failedAt: 90 },
      /at least 60 cm.*at 90 cm 1 of 1 run failed/,
    ],
    [
      runs([90, true], [90, false]),
      { upTo: null, failedAt: 90 },
      /failed at the lowest drop height tried: at 90 cm 1 of 2 runs/,
    ],
    [[], { upTo: null, failedAt: null }, null],
  ] as const)('case %#', (list, expected, says) => {
    expect(holdsUpTo(list)).toEqual(expected);
    const text = holdsText('Flint 3', 'drop height', 'cm', list);
    if (says === null) expect(text).toBeNull();
    else expect(text).toMatch(says);
  });
});

import fc from 'fast-check';
import { after, localRuns, nextRun, unlikely, type Runner, withLocal, wrongSetting } from './runOrder';

const runner = (name: string, attempts: number): Runner => ({
  teamId: name,
  name,
  iterationId: 'i',
  iterationNumber: 1,
  attempts,
  copies: [],
  settings: {},
  counts: true,
});

describe('nextRun', () => {
  test('whoever has the fewest attempts, in the order given', () => {
    expect(nextRun([runner('A', 1), runner('B', 0), runner('C', 0)], 3)?.name).toBe('B');
    expect(nextRun([runner('A', 1), runner('B', 1), runner('C', 1)], 3)?.name).toBe('A');
  });
  test('nobody once all attempts are made, or without teams', () => {
    expect(nextRun([runner('A', 3), runner('B', 3)], 3)).toBeNull();
    expect(nextRun([], 3)).toBeNull();
  });
  test('a whole event goes round by round', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 9 }), fc.integer({ min: 1, max: 5 }), (teams, allowed) => {
        let field = Array.from({ length: teams }, (_, i) => runner(`T${i}`, 0));
        const order: string[] = [];
        for (let next = nextRun(field, allowed); next; next = nextRun(field, allowed)) {
          order.push(next.name);
          field = field.map((one) => (one.name === next!.name ? { ...one, attempts: one.attempts + 1 } : one));
        }
        const round = Array.from({ length: teams }, (_, i) => `T${i}`);
        expect(order).toEqual(Array.from({ length: allowed }, () => round).flat());
      }),
    );
  });
});

test('who practises goes through the teams in turn', () => {
  const field = ['A', 'B', 'C'].map((name) => runner(name, 0));
  expect(field.map(({ teamId }) => after(field, teamId))).toEqual(['B', 'C', 'A']);
  expect(after([], 'A')).toBeNull();
});

describe('unlikely', () => {
  const looked = (text: string, soFar = [7.9, 8.2, 8.4]) => unlikely(text, 'm', soFar, { m: 1, cm: 0.01 });
  test.each(['8.0', '4.1', '16.7', '8,3'])('%s looks right', (text) => expect(looked(text)).toBeNull());
  test.each([
    ['80.2', { value: 8.02, unit: 'm' }],
    ['820', { value: 820, unit: 'cm' }],
  ])('%s is asked back, and what would fit is offered', (text, mended) => {
    expect(looked(text)!.says).toMatch(/The runs so far lie between 7.9 and 8.4/);
    expect(looked(text)!.mended).toEqual(mended);
  });
  test('nothing is said from fewer than three runs, or for what is no number', () => {
    expect(looked('800', [8, 8.1])).toBeNull();
    expect(looked('eight')).toBeNull();
    expect(looked('')).toBeNull();
  });
});

describe('what this device has entered and the page does not know', () => {
  const entry = (more: object = {}, body: object = {}) => ({
    path: '/api/v1/runs',
    state: 'waiting' as const,
    objectId: 'run-1',
    title: '',
    body: { eventId: 'e', teamId: 'flint', attempt: 2, version: null, ...body },
    ...more,
  });
  const flint = {
    teamId: 'flint',
    name: 'Flint',
    iterationId: 'i3',
    iterationNumber: 3,
    attempts: 1,
    copies: [],
    settings: {},
    counts: true,
  };

  test('is every new run of the event, waiting or sent, but nothing refused, known or only corrected', () => {
    const all = [
      entry(),
      entry({ objectId: 'run-2', state: 'sent' as const }),
      entry({ objectId: 'run-3', state: 'refused' as const }),
      entry({ objectId: 'run-4' }, { eventId: 'other' }),
      entry({ objectId: 'run-5' }, { version: 1 }),
      entry({ objectId: 'run-6', path: '/api/v1/iterations' }),
      entry({ objectId: 'known' }),
    ];
    expect(
      localRuns(all, { path: '/api/v1/runs', eventId: 'e', protocolId: 'p', known: ['known'] }).map(
        (one) => one.objectId,
      ),
    ).toEqual(['run-1', 'run-2']);
  });

  test('counts as attempts made, and a design that waits is what the next runs are made with', () => {
    const design = entry({ path: '/api/v1/iterations', objectId: 'i4' }, { attempt: undefined });
    expect(withLocal([flint], [entry()], [design])).toEqual([
      { ...flint, attempts: 2, iterationId: 'i4', iterationNumber: 4 },
    ]);
    expect(withLocal([flint], [entry({}, { teamId: 'marl' })], [{ ...design, state: 'sent' }])).toEqual([flint]);
    expect(withLocal([flint], [entry({}, { attempt: null })], [])).toEqual([flint]);
  });
});

test('a setting with a unit is a figure, with a decimal comma too; one without is any word, and an empty one is left out', () => {
  const known = [
    { name: 'angle', unit: '°' },
    { name: 'gear', unit: '' },
  ];
  expect(wrongSetting(known, { angle: '30,5', gear: 'low' })).toBeNull();
  expect(wrongSetting(known, { gear: '2nd' })).toBeNull();
  expect(wrongSetting(known, { angle: 'steep' })).toMatch(/^angle: /);
});

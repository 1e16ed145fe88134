import { checkRule, type EventRule } from '@/core/scoring';
import { eventForm, NEW_EVENT, ruleOf } from './rule';
import { eventSchema } from '@/areas/event/records/event';

const base: EventRule = {
  attempts: { allowed: 3, use: 'best', foul: 'drop' },
  better: 'lower',
  points: { kind: 'linear', from: [12, 0], to: [7, 100] },
  ties: [],
};
const RULES: [string, EventRule][] = [
  ['a straight line', base],
  [
    'bands upwards',
    {
      ...base,
      better: 'higher',
      points: {
        kind: 'bands',
        bands: [
          { atLeast: 4, points: 10 },
          { atLeast: 8, points: 20 },
        ],
      },
    },
  ],
  ['bands downwards', { ...base, points: { kind: 'bands', bands: [{ atMost: 9, points: 10 }] } }],
  [
    'deviation',
    {
      ...base,
      better: 'nearest',
      target: 10,
      points: { kind: 'deviation', start: 100, step: 0.05, perStep: 4, count: 'started', overshoot: 10 },
    },
  ],
  [
    'relative to the best',
    { ...base, better: 'higher', value: 'value / carrier_mass', points: { kind: 'relative', to: 'best', max: 100 } },
  ],
  ['relative to a benchmark', { ...base, points: { kind: 'relative', to: 7.42, max: 50 } }],
  ['places', { ...base, points: { kind: 'place', table: [10, 8, 6, 5], shared: 'average' } }],
  ['the value itself', { ...base, points: { kind: 'value' }, ties: ['next-best', 'lower:carrier_mass'] }],
  ['the mean of the best two', { ...base, attempts: { allowed: 5, use: 'mean-of-best', count: 2, foul: 'keep' } }],
  ['a set value for fouls', { ...base, attempts: { allowed: 3, use: 'sum', foul: { value: 30 } } }],
  ['penalties', { ...base, penalties: { late: { points: 5 }, touched: { value: 0.5 }, banned: { disqualify: true } } }],
];

test.each(RULES)('%s comes back from its form as it went in', async (_name, rule) => {
  checkRule(rule);
  const form = eventForm({ rule, name: 'Event', protocolId: crypto.randomUUID(), position: 1 });
  const parsed = await eventSchema.validate(
    { projectId: 'p', id: null, version: null, ...form },
    { abortEarly: false },
  );
  expect(ruleOf(parsed, 's', [])).toEqual(rule);
});

test('decimal commas are read and said', async () => {
  const form = {
    ...NEW_EVENT,
    projectId: 'p',
    name: 'E',
    protocolId: crypto.randomUUID(),
    fromValue: '12,5',
    fromPoints: '0',
    toValue: '7',
    toPoints: '100',
  };
  const notes: string[] = [];
  const rule = ruleOf(await eventSchema.validate(form), 'm', notes);
  expect(rule.points).toMatchObject({ from: [12.5, 0] });
  expect(notes).toEqual(['"12,5" was read as 12.5']);
});

test('what a kind of points needs is asked for at its field, and nothing else is', async () => {
  const errors = async (more: object) => {
    try {
      await eventSchema.validate(
        { ...NEW_EVENT, projectId: 'p', name: 'E', protocolId: crypto.randomUUID(), ...more },
        { abortEarly: false },
      );
      return [];
    } catch (error) {
      return [...new Set((error as { inner: { path: string }[] }).inner.map((one) => one.path))].sort();
    }
  };
  expect(await errors({ points: 'linear' })).toEqual(['fromPoints', 'fromValue', 'toPoints', 'toValue']);
  expect(await errors({ points: 'deviation', better: 'nearest' })).toEqual(['perStep', 'start', 'step', 'target']);
  expect(await errors({ points: 'relative' })).toEqual(['max']);
  expect(await errors({ points: 'place' })).toEqual(['table']);
  expect(await errors({ points: 'bands' })).toEqual(['bands']);
  expect(await errors({ points: 'value', use: 'mean-of-best', foul: 'value' })).toEqual(['count', 'foulValue']);
  expect(await errors({ points: 'value', allowed: '0' })).toEqual(['allowed']);
});

import { pace, planningDay, withMore, workLeft, type Done } from '.';

/** Eight meetings of 50 minutes: Mondays and Wednesdays of four weeks before the event. */
const meetings = ['05', '07', '12', '14', '19', '21', '26', '28'].map((day) => ({
  date: `2026-10-${day}`,
  start: '10:00',
  minutes: 50,
  number: 0,
  kind: 'regular' as const,
}));
const stages = [
  { id: 'sketch', meetings: 1 },
  { id: 'build', meetings: 3, after: ['sketch'] },
  { id: 'test', meetings: 2, after: ['build'] },
];
const entry = (handedInOn: string | null, handedIn = true, moreMeetings = 0): Done => ({
  handedIn,
  handedInOn,
  moreMeetings,
});
const at = (from: string, done: [string, Done][] = []) =>
  pace({ meetings: meetings as never, stages, done: new Map(done), eventDate: '2026-10-30', from });

test('before anything is done, the first stage is on, and the plan has two meetings to spare', () => {
  expect(at('2026-10-05')).toMatchObject({
    current: 'sketch',
    meetingOf: [1, 1],
    due: { number: 3, date: '2026-10-12' },
    behind: -2,
    workLeft: 6,
    meetingsLeft: 8,
    waitsUntil: null,
    progress: { done: 0, spent: 0, left: 6, held: 0 },
  });
});

test('a stage gets shorter by the meetings spent on it, and one is left until it is handed in', () => {
  const sketched: [string, Done][] = [['sketch', entry('2026-10-05')]];
  expect(at('2026-10-14', sketched)).toMatchObject({ current: 'build', meetingOf: [3, 3], behind: -2, workLeft: 3 });
  // Four meetings on a stage of three: the fifth is its last, again and again.
  expect(at('2026-10-21', sketched)).toMatchObject({ meetingOf: [5, 3], workLeft: 3, meetingsLeft: 3, behind: 0 });
  expect(at('2026-10-26', sketched)).toMatchObject({ meetingOf: [6, 3], workLeft: 3, meetingsLeft: 2, behind: 1 });
});

test('what came back is open, and meetings that were added count', () => {
  const back: [string, Done][] = [['sketch', entry('2026-10-05', false, 2)]];
  const { own, open } = workLeft({ meetings: meetings as never, stages, done: new Map(back), from: '2026-10-07' });
  expect([own[0]!.meetings, open.length]).toEqual([3, 3]);
  expect(at('2026-10-07', back)).toMatchObject({ current: 'sketch', meetingOf: [2, 3], behind: 0 });
});

test('what is on its way holds the next stage until the day it arrives', () => {
  const ordered = [
    { id: 'order', meetings: 1, leadDays: 14 },
    ...stages.slice(1).map((one) => ({ ...one, after: one.id === 'build' ? ['order'] : one.after })),
  ];
  const found = pace({
    meetings: meetings as never,
    stages: ordered,
    eventDate: '2026-10-30',
    from: '2026-10-07',
    done: new Map([['order', entry('2026-10-05')]]),
  });
  // Delivered on the 19th: four meetings are left for five.
  expect(found).toMatchObject({ current: 'build', waitsUntil: '2026-10-19', behind: 1 });
});

test('today counts until its last meeting has ended', () => {
  expect(planningDay(meetings as never, '2026-10-05T10:49')).toBe('2026-10-05');
  expect(planningDay(meetings as never, '2026-10-05T10:50')).toBe('2026-10-06');
  expect(withMore({ id: 'a', minutes: 100 }, 2, meetings)).toEqual({ id: 'a', minutes: 200 });
});

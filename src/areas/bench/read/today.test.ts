import type { RecentRun } from './runs';
import { benchItems } from './today';

const sag = { name: 'sag', value: 0.6, tolerance: 0.05, unit: 'm' };
const run = (id: string, sagged: number | null, attempt: number | null = 1, teamId = 'Flint'): RecentRun => ({
  id,
  teamId,
  protocolId: 'p',
  protocolVersion: 1,
  eventId: 'cross',
  attempt,
  conditions: sagged === null ? {} : { sag: { value: sagged, unit: 'm' } },
});
const given = (recent: RecentRun[], values: number[] = []) =>
  ({
    teams: [{ id: 'Flint' }, { id: 'Marl' }],
    recent,
    sources: {
      events: [{ id: 'cross', name: 'Crossing', protocolId: 'p' }],
      protocols: [{ id: 'p', conditions: [sag], currentVersion: 1, versions: [] }],
      runs: [{ ids: values.map((_, i) => `r${i}`), values }],
    },
    href: (sheet: string) => `/${sheet}`,
  }) as unknown as Parameters<typeof benchItems>[0];

test('runs that kept their protocol are not named', () => {
  expect(benchItems(given([run('a', 0.62), run('b', 0.55)]))).toEqual([]);
});

test('one that did not leads to itself, several to the bench of the team', () => {
  const [one, ...none] = benchItems(given([run('a', 0.7, 2), run('b', 0.6)]));
  expect(none).toEqual([]);
  expect(one).toMatchObject({
    teamId: 'Flint',
    headline: '1 run flagged since the last meeting',
    href: '/bench/runs/a',
    detail: 'Crossing, attempt 2: sag 0.7 m instead of 0.6 ± 0.05',
  });
  const both = benchItems(given([run('a', 0.7), run('b', null, null), run('c', 0.9, 1, 'Marl')]));
  expect(both.map(({ teamId, href }) => [teamId, href])).toEqual([
    ['Flint', '/bench?team=Flint'],
    ['Marl', '/bench/runs/c'],
  ]);
  expect(both[0]!.detail).toBe(
    'Crossing, attempt 1: sag 0.7 m instead of 0.6 ± 0.05; Crossing, practice: sag not recorded',
  );
});

test('one that lies far from the others of its iteration is named, if it is recent', () => {
  const values = [8.1, 8.0, 8.2, 8.1, 12.9];
  const all = values.map((_, i) => run(`r${i}`, 0.6, i + 1));
  expect(benchItems(given(all, values))[0]!.detail).toBe('Crossing, attempt 5: far from the other runs');
  expect(benchItems(given(all.slice(0, 4), values))).toEqual([]);
});

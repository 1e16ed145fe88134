import { form } from '@/core/teams';
import { formingOf, inPlaces, moved, seated, assessmentOf, withLocks, type Given } from './board';

const person = (id: string, more: object = {}) => ({
  id,
  name: id.toUpperCase(),
  concept: null,
  wants: [],
  roles: [],
  ...more,
});
const given = (more: Partial<Given> = {}): Given => ({
  people: ['a', 'b', 'c', 'd'].map((id) => person(id)),
  sizes: { min: 2, max: 2 },
  apart: [],
  together: [],
  rolesNeeded: [],
  groups: {},
  weights: { concept: 1, wants: 1, roles: 1 },
  ...more,
});

const teams = (...members: string[][]) =>
  members.map((ids, i) => ({ teamId: null, name: `Team ${i + 1}`, members: ids }));
const ids = (list: { members: string[] }[]) => list.map(({ members }) => members);

test('locked members stay in their team, and teams with locked members stay apart', () => {
  const people = [person('a', { wants: ['c'] }), person('b'), person('c', { wants: ['a'] }), person('d')];
  const forming = formingOf(given({ people }), false);
  expect(form({ ...forming, seed: '1' }).teams).toEqual([
    ['a', 'c'],
    ['b', 'd'],
  ]);
  const locked = withLocks(forming, teams(['a', 'b'], ['c', 'd']), new Set(['a', 'c']));
  for (const team of form({ ...locked, seed: '1' }).teams) expect(team).not.toEqual(expect.arrayContaining(['a', 'c']));
  const whole = withLocks(forming, teams(['a', 'b'], ['c', 'd']), new Set(['a', 'b']));
  expect(form({ ...whole, seed: '1' }).teams).toContainEqual(['a', 'b']);
});

test('similar ideas count as one only when that is asked for; a wish for somebody who left is passed over', () => {
  const people = [
    person('a', { concept: 'sled', wants: ['gone'] }),
    person('b', { concept: 'sledge' }),
    person('c'),
    person('d'),
  ];
  const one = given({ people, groups: { sled: 'sled', sledge: 'sled' } });
  const cost = (grouped: boolean) => {
    const found = assessmentOf(formingOf(one, grouped), teams(['a', 'b'], ['c', 'd']));
    return typeof found === 'string' ? found : found.cost;
  };
  expect([cost(false), cost(true)]).toEqual([1, 0]);
});

test('a found arrangement goes into the teams that most of its members are in already', () => {
  const before = teams(['a', 'b', 'c'], ['d', 'e', 'f'], []);
  const found = inPlaces(before, [
    ['d', 'e', 'a'],
    ['b', 'c', 'f'],
  ]);
  expect(ids(found)).toEqual([['b', 'c', 'f'], ['d', 'e', 'a'], []]);
  expect(inPlaces(teams(['a']), [['b'], ['a']])).toEqual(teams(['a'], ['b']));
});

test('who is in no team stands in one more under a free name, and who left is gone', () => {
  expect(seated([{ teamId: 'x', name: 'Team 1', members: ['a', 'gone'] }], given())).toEqual([
    { teamId: 'x', name: 'Team 1', members: ['a'] },
    { teamId: null, name: 'Team 2', members: ['b', 'c', 'd'] },
  ]);
});

test('a person moved leaves the old team, behind the last one for a new one; what makes no sense is said in words', () => {
  expect(ids(moved(teams(['a', 'b'], ['c']), 'a', 1))).toEqual([['b'], ['c', 'a']]);
  expect(moved(teams(['a', 'b']), 'b', 1)).toEqual(teams(['a'], ['b']));
  const forming = formingOf(given(), false);
  expect(assessmentOf(forming, teams(['a', 'b', 'c', 'd']))).toMatchObject({ broken: [{ rule: 'size' }] });
  expect(assessmentOf(forming, teams(['a', 'b']))).toMatch(/in no team/);
  expect(assessmentOf({ ...forming, sizes: { min: 3, max: 3 } }, teams(['a', 'b', 'c', 'd']))).toMatch(/size/i);
});

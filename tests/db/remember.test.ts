import { pool, queriesSent } from '@/db/connection';
import { MOST_PROJECTS, MOST_VALUES, recall, remembered } from '@/db/remember';
import { listMembers, listSections, listTeams } from '@/areas/course/read/classes';
import { findSeat } from '@/server/access';
import { findSession, SESSION_COOKIE } from '@/server/actor';
import { asPerson, bySystem, demoProject, ownDatabase, type DemoProject } from './database';
import { held } from './request';

// One request that goes on for as long as this file.
jest.mock('react', () => ({
  ...jest.requireActual<object>('react'),
  cache: (make: () => unknown) => {
    let made: unknown;
    return () => (made ??= make());
  },
}));

ownDatabase();
let p: DemoProject;
let other: DemoProject;
beforeAll(async () => {
  p = await demoProject('teacher');
  other = await demoProject('other');
});

/** What every page does first. */
async function enters(project = p) {
  await asPerson(project.instructorId);
  await findSeat(pool(), await findSession(pool(), held(SESSION_COOKIE)!), project.id);
}
async function costOf(read: () => Promise<unknown>): Promise<number> {
  const before = queriesSent();
  await read();
  return queriesSent() - before;
}
const teams = () => listTeams(pool(), p.id);

test('what was read is handed out again until the project changes, whoever changes it', async () => {
  await enters();
  expect(await costOf(teams)).toBe(1);
  expect(await costOf(teams)).toBe(0);
  await bySystem((tx) => tx`update team set name = 'Flint and steel' where id = ${p.teams.Flint!}`);
  await enters();
  expect((await teams()).map(({ name }) => name)).toContain('Flint and steel');
});

test('a save that changes nothing is a change: it makes a new version', async () => {
  await enters();
  const version = async () => (await teams()).find(({ id }) => id === p.teams.Flint)!.version;
  const before = await version();
  await bySystem((tx) => tx`update team set name = name where id = ${p.teams.Flint!}`);
  await enters();
  expect(await version()).toBe(before + 1);
});

test('a change of another project leaves it as it is', async () => {
  await enters();
  await teams();
  await bySystem((tx) => tx`update team set name = 'Sandstone 2' where id = ${other.teams.Flint!}`);
  await enters();
  expect(await costOf(teams)).toBe(0);
});

test('names of people and the school’s days belong to no project, and show at once in all', async () => {
  await enters();
  const [first] = await listMembers(pool(), p.id);
  expect((await listSections(pool(), p.id))[0]!.noClass.some(({ reason }) => reason === 'Fair')).toBe(false);
  await bySystem((tx) => tx`update account set name = 'Zoe Quarry' where id = ${first!.accountId}`);
  await bySystem(
    (tx) => tx`insert into school_day (first_day, last_day, reason) values ('2027-03-01', '2027-03-02', 'Fair')`,
  );
  await enters();
  expect((await listMembers(pool(), p.id)).map(({ name }) => name)).toContain('Zoe Quarry');
  expect((await listSections(pool(), p.id))[0]!.noClass.some(({ reason }) => reason === 'Fair')).toBe(true);
});

test('a transaction reads what it has written itself', async () => {
  await enters();
  await teams();
  await bySystem(async (tx) => {
    await tx`update team set name = 'Unfinished' where id = ${p.teams.Marl!}`;
    expect((await listTeams(tx, p.id)).map(({ name }) => name)).toContain('Unfinished');
    await tx`update team set name = 'Marl' where id = ${p.teams.Marl!}`;
  });
});

test('who has not seen a state reads for themselves', async () => {
  const read = jest.fn(async () => 1);
  const some = remembered(read);
  await some(pool(), 'never entered');
  await some(pool(), 'never entered');
  expect(read).toHaveBeenCalledTimes(2);
});

test('every table whose rows have versions counts the revision when one is saved', async () => {
  const rows = await pool()<{ name: string }[]>`
    select c.relname as name from pg_trigger t join pg_class c on c.oid = t.tgrelid
    where t.tgname = 'count_version' and c.relnamespace = current_schema()::regnamespace and not exists (
      select from pg_trigger r where r.tgrelid = t.tgrelid and r.tgname = 'count_revision')`;
  expect(rows.map(({ name }) => name)).toEqual([]);
});

describe('what is kept', () => {
  const reader = {};
  const value = (state: string, key: unknown[], found: unknown, project = 'x') =>
    recall(project, state, reader, key, () => Promise.resolve(found));

  test('by state and arguments, the same for all who ask at once', async () => {
    const load = jest.fn(() => new Promise((resolve) => setTimeout(() => resolve([{ name: 'a' }]), 5)));
    const both = await Promise.all([1, 2].map(() => recall('y', '1', reader, [], load)));
    expect(load).toHaveBeenCalledTimes(1);
    expect(both[0]).toBe(both[1]);
    expect(await value('1', ['a'], 1)).toBe(1);
    expect(await value('1', ['a'], 2)).toBe(1);
    expect(await value('1', ['b'], 2)).toBe(2);
    expect(await value('2', ['a'], 3)).toBe(3);
    expect(await value('1', ['a'], 4)).toBe(4);
  });

  test('nobody changes what others look at', async () => {
    const rows = (await value('3', [], [{ list: [1] }])) as { list: number[] }[];
    expect(() => rows.push({ list: [] })).toThrow(TypeError);
    expect(() => rows[0]!.list.push(2)).toThrow(TypeError);
  });

  test('what fails is asked for again', async () => {
    await expect(recall('x', '4', reader, [], () => Promise.reject(new Error('away')))).rejects.toThrow('away');
    expect(await value('4', [], 1)).toBe(1);
  });

  test('only so much', async () => {
    for (let i = 0; i <= MOST_VALUES; i++) await value('5', [i], i);
    expect(await value('5', [0], 'anew')).toBe('anew');
    expect(await value('5', [MOST_VALUES], 'again')).toBe(MOST_VALUES);
    for (let i = 0; i < MOST_PROJECTS; i++) await value('1', [], i, `project ${i}`);
    expect(await value('5', [MOST_VALUES], 'anew')).toBe('anew');
  });
});

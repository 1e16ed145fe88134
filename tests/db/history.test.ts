import { pool } from '@/db/connection';
import { differences, listChanges, listChoices, listNames, tell } from '@/shell/history/read';
import { bySystem, demoProject, ownDatabase, type DemoProject } from './database';

ownDatabase();
let p: DemoProject;
beforeAll(async () => {
  p = await demoProject('teacher');
});
const none = { kind: '', person: '', team: null, before: null };

test('a write that names nobody is refused by the database itself', async () => {
  await expect(pool()`update team set name = 'X' where id = ${p.teams.Flint!}`).rejects.toThrow(/names no actor/);
});

test('a change leaves who, what, before and after, and counts the version up', async () => {
  const [before] = await pool()<[{ version: number }]>`select version from team where id = ${p.teams.Flint!}`;
  await bySystem((tx) => tx`update team set name = 'Flintstone' where id = ${p.teams.Flint!}`);
  const [after] = await pool()<[{ version: number }]>`select version from team where id = ${p.teams.Flint!}`;
  expect(after.version).toBe(before.version + 1);
  const [change] = await listChanges(pool(), p.id, none);
  expect(change).toMatchObject({ actorName: 'Test', act: 'test', objectKind: 'team', objectId: p.teams.Flint });
  expect(differences(change!, new Map())).toEqual([{ field: 'name', before: 'Flint', after: 'Flintstone' }]);
  await bySystem((tx) => tx`update team set name = 'Flint' where id = ${p.teams.Flint!}`);
});

test('a write that changes nothing leaves no row', async () => {
  const count = async () => (await listChanges(pool(), p.id, { ...none, kind: 'team' })).length;
  const before = await count();
  await bySystem((tx) => tx`update team set name = name where id = ${p.teams.Flint!}`);
  expect(await count()).toBe(before);
});

test('what is rolled back leaves no history', async () => {
  const [newest] = await listChanges(pool(), p.id, none);
  const failing = bySystem(async (tx) => {
    await tx`update team set name = 'Gone' where id = ${p.teams.Flint!}`;
    throw new Error('no');
  });
  await expect(failing).rejects.toThrow('no');
  expect((await listChanges(pool(), p.id, none))[0]!.id).toBe(newest!.id);
});

test('secrets are never kept in the history', async () => {
  await bySystem((tx) => tx`update account set password_hash = 'secret-hash' where id = ${p.instructorId}`);
  const rows = await pool()<
    { text: string }[]
  >`select coalesce(before::text, '') || coalesce(after::text, '') as text from audit`;
  expect(rows.length).toBeGreaterThan(300);
  expect(rows.filter((row) => /secret-hash|password_hash|token_hash/.test(row.text))).toEqual([]);
});

test('the list narrows by kind, person and team, and pages back', async () => {
  const { kinds, people } = await listChoices(pool(), p.id);
  expect(kinds).toEqual(expect.arrayContaining(['run', 'requirement', 'measurement', 'score']));
  expect(people).toEqual(['Test']);
  const runs = await listChanges(pool(), p.id, { ...none, kind: 'run', team: p.teams.Flint! });
  expect(runs.length).toBeGreaterThan(5);
  expect(runs.every((row) => (row.after as { team_id: string }).team_id === p.teams.Flint)).toBe(true);
  const older = await listChanges(pool(), p.id, { ...none, before: runs[3]!.id });
  expect(older[0]!.id).toBeLessThan(runs[3]!.id);
  expect(await listChanges(pool(), p.id, { ...none, person: 'Nobody' })).toEqual([]);
});

test('ids are told by name', async () => {
  const [run] = await listChanges(pool(), p.id, { ...none, kind: 'run', team: p.teams.Flint! });
  const shown = differences(run!, await listNames(pool(), p.id, [run!]));
  expect(shown).toContainEqual({ field: 'team', before: '', after: 'Flint' });
  expect(shown.map((one) => one.after).join(' ')).not.toMatch(/[0-9a-f]{8}-[0-9a-f]{4}-/);
});

test('a list of ids is told by the names behind them; what nobody knows is left out', () => {
  const names = new Map([['0b8f5a52-5c0e-4a8e-9a4c-1f0b0e6f0001', 'Rosa Keld']]);
  const ids = ['0b8f5a52-5c0e-4a8e-9a4c-1f0b0e6f0001', '0b8f5a52-5c0e-4a8e-9a4c-1f0b0e6f0002'];
  expect([tell(ids, names), tell(ids[1], names), tell(['builder'], names)]).toEqual(['Rosa Keld', '', 'builder']);
});

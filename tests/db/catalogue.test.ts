import { execFileSync } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { CATALOGUE, entryOf } from '@/db/catalogue';
import { pool, queriesSent } from '@/db/connection';
import { aboutPerson } from '@/shell/data/about';
import { ofProject, peopleIn, readShape } from '@/db/shape';
import { demoProject, ownDatabase } from './database';

ownDatabase();

test('every table has its entry, and no entry is left over', async () => {
  const tables = [...(await readShape(pool())).keys()];
  expect(tables.length).toBeGreaterThan(60);
  expect(tables.filter((name) => !Object.hasOwn(CATALOGUE, name))).toEqual([]);
  expect(Object.keys(CATALOGUE).filter((name) => !tables.includes(name))).toEqual([]);
});

test('what an entry names is a column of its table, and what can be restored is of a project and has a key', async () => {
  for (const { name, columns, key } of (await readShape(pool())).values()) {
    const { title = [], find, restore, erase } = entryOf(name);
    const own = columns.map((one) => one.name);
    for (const column of [...title, ...(find?.in ?? [])]) expect(own).toContain(column);
    if (restore && name !== 'project')
      expect({ name, own }).toEqual({ name, own: expect.arrayContaining(['project_id']) });
    if (restore) expect({ name, keys: key.length }).toEqual({ name, keys: expect.any(Number) });
    if (restore) expect(key.length).toBeGreaterThan(0);
    if (erase) expect(own.some((column) => column.endsWith('_id'))).toBe(true);
  }
});

test('each table stands behind those it refers to, and names people where the database says so', async () => {
  const shape = await readShape(pool());
  const order = [...shape.keys()];
  for (const { name, references } of shape.values())
    for (const { table } of references)
      if (table !== name) expect(order.indexOf(table)).toBeLessThan(order.indexOf(name));
  expect(peopleIn(shape.get('part')!).sort()).toEqual(['checked_by', 'checker_id', 'double_checked_by', 'owner_id']);
  expect(peopleIn(shape.get('sign_off')!)).toEqual(['account_id']);
  expect(peopleIn(shape.get('team')!)).toEqual([]);
});

test('a project goes table by table in that order, whatever is in it', async () => {
  const { id } = await demoProject('goes');
  const sql = pool();
  await sql.begin(async (tx) => {
    await tx`select set_config('ironstone.actor', '{"kind": "system", "name": "Test", "act": "test"}', true)`;
    for (const table of [...(await readShape(tx)).values()].reverse().filter(ofProject))
      await tx`delete from ${tx(table.name)} where project_id = ${id}`;
    await tx`delete from project where id = ${id}`;
  });
  expect(await sql`select 1 from project where id = ${id}`).toHaveLength(0);
});

test('what is kept about a person is every row that names them, and nobody else who is named beside them', async () => {
  const account = (await demoProject('about')).studentOf('Flint');
  const before = queriesSent();
  const { tables } = await aboutPerson(pool(), account);
  expect(queriesSent() - before).toBeLessThanOrEqual(15); // and not one a table
  expect(tables.enrolment).toEqual([{ project: 'Gully Courier', section: '2', account: true, left_on: null }]);
  expect(tables.team_member).toMatchObject([{ section: '2', team: 'Flint', account: true }]);
  expect(Object.keys(tables)).not.toContain('keep_pair');
  const parts = tables.part ?? [];
  expect(parts.length).toBeGreaterThan(0);
  for (const one of parts) expect([true, false]).toContain(one.checker);
});

test('--reset-demo removes the demo project with all that is in it, and loads it anew', async () => {
  const state = mkdtempSync(path.join(tmpdir(), 'ironstone-reset-'));
  const reset = () =>
    execFileSync(process.execPath, ['--import', 'tsx', 'scripts/prepare.ts', '--reset-demo'], {
      env: { ...process.env, IRONSTONE_STATE: state },
      encoding: 'utf8',
    });
  const demo = async () => {
    const [row] = await pool()<[{ id: string; students: number; rows: number; orphans: number }]>`
      select p.id, (select count(*) from account where kind = 'student') as students,
        (select count(*) from audit where project_id = p.id) as rows,
        (select count(*) from audit a where a.project_id is not null and not exists (select from project q where q.id = a.project_id)) as orphans
      from project p where p.is_demo and p.title = 'Gully Courier'`;
    return row;
  };
  expect(reset()).toMatch(/instructor {2}name okonjo/);
  const first = await demo();
  // What hangs on other things of the project, as a requirement does on the protocol it is verified by.
  await pool().begin(async (tx) => {
    await tx`select set_config('ironstone.actor', '{"kind": "system", "name": "Test", "act": "test"}', true)`;
    await tx`update requirement set protocol_id = (select id from protocol where project_id = ${first.id} limit 1)
      where project_id = ${first.id} and code = 'R-01'`;
  });
  expect(reset()).toMatch(/instructor {2}name okonjo/);
  const second = await demo();
  expect(second.id).not.toBe(first.id);
  expect(second).toEqual({ ...first, id: second.id });
}, 60_000);

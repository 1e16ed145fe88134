import { cpSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { gunzipSync } from 'node:zlib';
import postgres from 'postgres';
import type { Row } from '@/db/shape';
import { atOneMoment, connect, pool, type Sql, type Tx } from '@/db/connection';
import { migrate, MIGRATIONS } from '@/db/migrate';
import { rowsOf, type Bundle } from '@/shell/bundle/format';
import { writeBundle } from '@/shell/bundle/write';
import { demoBundle, demoProject, otherConnection, ownDatabase } from './database';
import { rowWith } from '../demo';

ownDatabase();

function copied(): string {
  const folder = mkdtempSync(path.join(tmpdir(), 'ironstone-migrations-'));
  cpSync(MIGRATIONS, folder, { recursive: true });
  return folder;
}

test('a database that is up to date is left alone', async () => {
  expect(await migrate(pool())).toEqual([]);
});

test('new files land in order, once, also when two programs start together', async () => {
  const folder = copied();
  writeFileSync(path.join(folder, '9001_first.sql'), 'create table first_thing (id int);');
  writeFileSync(path.join(folder, '9002_second.sql'), 'alter table first_thing add column more text;');
  const other = otherConnection();
  try {
    const landed = await Promise.all([migrate(pool(), folder), migrate(other, folder)]);
    expect(landed.flat().sort()).toEqual(['9001_first.sql', '9002_second.sql']);
    expect(await migrate(pool(), folder)).toEqual([]);
  } finally {
    await other.end();
  }
});

test('a program older than the database refuses to start', async () => {
  await expect(migrate(pool(), MIGRATIONS)).rejects.toThrow(/newer than this program: it has 9001_first.sql/);
});

test('a changed landed file refuses to start', async () => {
  const folder = copied();
  writeFileSync(path.join(folder, '9001_first.sql'), 'create table first_thing (id bigint);');
  writeFileSync(path.join(folder, '9002_second.sql'), 'alter table first_thing add column more text;');
  await expect(migrate(pool(), folder)).rejects.toThrow(/9001_first.sql was changed after it landed/);
});

test('a file that fails leaves nothing of itself or of the ones before it', async () => {
  const folder = copied();
  writeFileSync(path.join(folder, '9001_first.sql'), 'create table first_thing (id int);');
  writeFileSync(path.join(folder, '9002_second.sql'), 'alter table first_thing add column more text;');
  writeFileSync(path.join(folder, '9003_third.sql'), 'create table third_thing (id int);');
  writeFileSync(path.join(folder, '9004_broken.sql'), 'create table broken (id nothing);');
  await expect(migrate(pool(), folder)).rejects.toThrow(/nothing/);
  const [row] = await pool()<[{ there: boolean }]>`select to_regclass('third_thing') is not null as there`;
  expect(row.there).toBe(false);
});

/** Corrects a run of the old kind, takes it back, and undoes both at once. */
async function correctedAndTakenBack(sql: postgres.Sql): Promise<{ id: string; value: number }> {
  const [run] = await sql<[{ id: string; value: number }]>`
    select id, value from trial where attempt is not null and value is not null order by id limit 1`;
  const as = (act: string, change: (tx: Tx) => PromiseLike<unknown>) =>
    sql.begin(async (tx) => {
      await tx`select set_config('ironstone.actor', ${JSON.stringify({ kind: 'system', id: null, name: 'Test', act })}, true)`;
      await change(tx);
    });
  await as('correct', (tx) => tx`update trial set value = value + 1 where id = ${run.id}`);
  await as('take back', (tx) => tx`update trial set taken_back_at = '2026-10-26T10:00Z' where id = ${run.id}`);
  await as('undo', (tx) => tx`update trial set taken_back_at = null, value = ${run.value} where id = ${run.id}`);
  return run;
}

/** What the history tells of a run and what belongs to it: what differs between before and after, in order. */
async function toldOf(sql: Sql, run: string): Promise<unknown[]> {
  const rows = await sql<{ act: string; objectKind: string; before: Row; after: Row }[]>`
    select act, object_kind, before, after from audit
    where object_kind in ('run', 'reading', 'attempt', 'trial') and (object_id = ${run} or before ->> 'run_id' = ${run}) order by id`;
  return rows.map(({ act, objectKind, before, after }) => {
    const fields = Object.keys(after).filter(
      (key) => !['version', 'updated_at'].includes(key) && JSON.stringify(before[key]) !== JSON.stringify(after[key]),
    );
    const only = (row: Row) => Object.fromEntries(fields.map((key) => [key, row[key]]));
    return [act, objectKind, only(before), only(after)];
  });
}

/** Tables of reviews, grades and the day of the event, which there were none of. */
const LATER =
  /^(review|packet|peer_|opinion|wish_outcome|use_report|anchor|judg(ement|ing)|grade_|mark|counted_team|released_grade|former_results|school_system|inspection|seal$|repair$|contest$|desk_entry|protest|stop_call|award|prediction)/;

/** The demo project without what its designs have told since, numbered as it comes out of a database. */
async function asItWas(bundle: Bundle): Promise<Bundle> {
  const tuff = rowWith(bundle, 'team', { name: 'Tuff' }).id;
  const of = (number: number) => rowWith(bundle, 'iteration', { team_id: tuff, number });
  const gone = [of(3).id, of(4).id];
  for (const table of ['iteration', 'measurement', 'iteration_parent'])
    bundle.tables[table] = rowsOf(bundle, table).filter(
      (row) => ![row.id, row.iteration_id, row.parent_id].some((id) => gone.includes(id as string)),
    );
  Object.assign(of(5), { number: 3, change: 'Brake pad on the strip' });
  for (const row of rowsOf(bundle, 'iteration')) {
    for (const column of ['kind', 'expects', 'good', 'bad', 'released_at', 'concept_id', 'benchmark_id'])
      delete row[column];
    if (row.state === 'broken') row.state = 'retired';
  }
  const sides = rowsOf(bundle, 'parameter').filter(({ name }) => name === 'Length' || name === 'Width');
  const added = new Set(sides.map(({ id }) => id));
  bundle.tables.parameter = rowsOf(bundle, 'parameter').filter(({ id }) => !added.has(id));
  bundle.tables.measurement = rowsOf(bundle, 'measurement').filter(({ parameter_id }) => !added.has(parameter_id));
  for (const row of ['parameter', 'measurement', 'run', 'protocol'].flatMap((table) => rowsOf(bundle, table)))
    for (const column of ['axis', 'readings', 'settings', 'specimen_id', 'board_released_at']) delete row[column];
  for (const table of ['build_rule', 'material', 'bill', 'specimen', 'specimen_note']) delete bundle.tables[table];
  delete bundle.tables.feature;
  delete bundle.tables.iteration_change;
  for (const table of Object.keys(bundle.tables)) if (LATER.test(table)) delete bundle.tables[table];
  const first = rowWith(bundle, 'rubric', { name: 'Client presentation' }).id;
  for (const table of ['criterion', 'judge', 'score'])
    bundle.tables[table] = rowsOf(bundle, table).filter((row) => row.rubric_id === first);
  bundle.tables.rubric = rowsOf(bundle, 'rubric').filter((row) => row.id === first);
  for (const row of rowsOf(bundle, 'criterion')) delete row.evidence;
  for (const row of rowsOf(bundle, 'rubric')) delete row.about;
  bundle.tables.action = rowsOf(bundle, 'action').filter(({ source_kind: of }) => of !== 'review' && of !== 'verdict');
  bundle.tables.gate_item = rowsOf(bundle, 'gate_item').filter(({ kind }) => kind !== 'review');
  const p = await demoProject('as it was', bundle);
  const { bundle: told } = await atOneMoment((tx) => writeBundle(tx, p.id));
  return told;
}

describe('a database of version 6, with the demo project as it was then', () => {
  const url = () => process.env.IRONSTONE_TEST_CLUSTER!.replace(/\/postgres$/, '/of_version_6');
  const admin = postgres(process.env.IRONSTONE_TEST_CLUSTER!, { max: 1, onnotice: () => {} });
  afterAll(async () => {
    await admin`drop database if exists of_version_6 with (force)`;
    await admin.end();
  });

  test('keeps all its data, and is the demo project of today', async () => {
    await admin`create database of_version_6`;
    const old = postgres(url(), { max: 1, onnotice: () => {} });
    await old.unsafe(gunzipSync(readFileSync('tests/db/version-6.sql.gz')).toString());
    await old.end();
    const sql = connect(url(), 2);
    try {
      await sql`set search_path to public`;
      const counts = async () => {
        const tables = await sql<{ name: string }[]>`
          select table_name as name from information_schema.tables where table_schema = 'public' and table_type = 'BASE TABLE'`;
        const found: Record<string, number> = {};
        for (const { name } of tables) {
          const [row] = await sql<[{ n: number }]>`select count(*) as n from ${sql(name)}`;
          found[name] = row.n;
        }
        return found;
      };
      const [valued] = await sql<[{ n: number; attempts: number }]>`
        select count(value) as n, count(attempt) as attempts from trial`;
      const { id, value } = await correctedAndTakenBack(sql);
      const {
        migration: _then,
        audit: _told,
        trial,
        resource,
        joint,
        drawing,
        lost_meeting: lost,
        ...was
      } = await counts();
      expect(trial).toBeGreaterThan(50);
      expect((await migrate(sql)).length).toBeGreaterThan(0);
      expect(await counts()).toMatchObject({
        ...was,
        run: trial,
        reading: valued.n,
        attempt: valued.attempts,
        machine: resource,
        interface: joint,
        draw: drawing,
        cancelled_meeting: lost,
      });
      expect(await toldOf(sql, id)).toEqual([
        ['correct', 'reading', { value }, { value: value + 1 }],
        ['take back', 'run', { withdrawn_at: null }, { withdrawn_at: '2026-10-26T10:00:00+00:00' }],
        ['undo', 'run', { withdrawn_at: '2026-10-26T10:00:00+00:00' }, { withdrawn_at: null }],
        ['undo', 'reading', { value: value + 1 }, { value }],
      ]);
      const [project] = await sql<[{ id: string }]>`select id from project`;
      const [{ number }] = await sql<
        [{ number: number }]
      >`select number from project_revision where project_id = ${project.id}`;
      expect(number).toBeGreaterThan(0);
      const { bundle } = await sql.begin((tx) => writeBundle(tx, project.id));
      // Officials and corrections are newer than that; where attempts had been made, the events are open.
      const old = await asItWas(demoBundle());
      expect(bundle.tables.event_opening).toHaveLength(old.tables.event_opening!.length);
      for (const table of ['event_opening', 'official', 'correction']) delete old.tables[table];
      delete bundle.tables.event_opening;
      for (const row of [...rowsOf(bundle, 'stage'), ...rowsOf(old, 'stage')]) {
        delete row.evidence;
        delete row.evidence_count;
      }
      expect(bundle).toEqual(old);
    } finally {
      await sql.end();
    }
  });
});

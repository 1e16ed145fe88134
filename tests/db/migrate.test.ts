import { cpSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { pool } from '@/db/connection';
import { migrate, MIGRATIONS } from '@/db/migrate';
import { otherConnection, ownDatabase } from './database';

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

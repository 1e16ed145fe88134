import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { strToU8, unzipSync, zipSync } from 'fflate';
import sharp from 'sharp';
import { atOneMoment, pool } from '@/db/connection';
import { readShape } from '@/db/shape';
import { bundleSchema } from '@/shell/bundle/schema';
import { POST as bringInRoute } from '@/app/api/v1/bundles/route';
import { rowsOf, type Bundle } from '@/shell/bundle/format';
import { FILE, pack, textOf, unpack, withoutPictures } from '@/shell/bundle/pack';
import { writeBundle } from '@/shell/bundle/write';
import { renewPicture } from '@/server/pictures';
import {
  asPerson,
  asVisitor,
  bySystem,
  demoBundle,
  demoProject,
  done,
  makeAccount,
  ownDatabase,
  refused,
  rowCounts,
} from './database';
import type { Outcome } from '@/server/outcome';
import { copyRows, rowWith, setProject } from '../demo';

ownDatabase();
let instructorId: string;
beforeAll(async () => {
  instructorId = await makeAccount('instructor', 'importer');
});

const written = (projectId: string) => atOneMoment((tx) => writeBundle(tx, projectId));

async function send(
  bytes: Uint8Array,
  headers: Record<string, string> = {},
): Promise<{ status: number; body: Outcome<{ id: string }> }> {
  const request = new Request('http://ironstone.test/api/v1/bundles', {
    method: 'POST',
    body: bytes as unknown as BodyInit,
    headers: { host: 'ironstone.test', ...headers },
  });
  const answer = await bringInRoute(request);
  return { status: answer.status, body: (await answer.json()) as Outcome<{ id: string }> };
}

test('out and in again gives an equal bundle', async () => {
  const p = await demoProject('first');
  const { bundle } = await written(p.id);
  expect(bundle).toEqual(demoBundle());
  const again = await demoProject('second', (await unpack(pack(bundle))).bundle);
  expect((await written(again.id)).bundle).toEqual(bundle);
});

test('pictures go along and come back in their places; a bundle that lacks one is refused', async () => {
  const p = await demoProject('pictured');
  const colour = (background: string) => sharp({ create: { width: 30, height: 20, channels: 3, background } });
  const [run] = await pool()<[{ id: string; teamId: string }]>`
    select id, team_id from run where project_id = ${p.id} and withdrawn_at is null limit 1`;
  const things = [
    { objectKind: 'iteration', objectId: p.iteration['Flint 3']!, teamId: p.teams.Flint!, background: '#9a3b22' },
    { objectKind: 'run', objectId: run.id, teamId: run.teamId, background: '#2c5a78' },
  ];
  for (const { background, ...of } of things) {
    const stored = await renewPicture(await colour(background).png().toBuffer());
    await bySystem((tx) => tx`insert into attachment ${tx({ id: randomUUID(), projectId: p.id, ...of, ...stored })}`);
  }
  const { bundle, pictures } = await written(p.id);
  const iteration = rowWith(bundle, 'iteration', { team_id: rowWith(bundle, 'team', { name: 'Flint' }).id, number: 3 });
  expect(rowsOf(bundle, 'attachment').map((one) => one.object_id)).toEqual([
    iteration.id,
    expect.stringMatching(/^run-/),
  ]);
  await asPerson(p.instructorId);
  const { status, body } = await send(pack(bundle, pictures));
  expect(status).toBe(200);
  const again = await written(done(body).id);
  expect(rowsOf(again.bundle, 'attachment')).toEqual(rowsOf(bundle, 'attachment'));
  expect([...again.pictures]).toEqual([...pictures]); // byte for byte
  await expect(unpack(pack(bundle))).rejects.toThrow(/picture attachment-1, which it does not hold/);
  expect((await send(pack(withoutPictures(bundle)))).status).toBe(200);
});

test('a bundle taken out while everybody writes shows one moment, and comes back in', async () => {
  const p = await demoProject('busy');
  await asPerson(p.instructorId);
  let writing = true;
  // Each note names its question; a bundle of two moments would have notes without it.
  const write = async (n: number) => {
    for (let i = 0; writing && i < 200; i++)
      await bySystem(async (tx) => {
        const visit = randomUUID();
        const question = randomUUID();
        await tx`insert into visit (id, project_id, title, said_by, held_on) values (${visit}, ${p.id}, ${`v ${n} ${i}`}, 'x', '2026-10-01')`;
        await tx`insert into question (id, project_id, visit_id, text) values (${question}, ${p.id}, ${visit}, 'Why?')`;
        await tx`insert into note (id, project_id, question_id, by_link, text) values (${randomUUID()}, ${p.id}, ${question}, 'x', 'So.')`;
      });
  };
  const writers = [1, 2, 3, 4].map(write);
  const bundles = [];
  for (let i = 0; i < 2; i++) bundles.push((await written(p.id)).bundle);
  writing = false;
  await Promise.all(writers);
  for (const bundle of bundles) {
    const questions = rowsOf(bundle, 'question').filter(({ text }) => text === 'Why?');
    expect(rowsOf(bundle, 'note').filter(({ text }) => text === 'So.')).toHaveLength(questions.length);
    const { status, body } = await send(pack(bundle));
    expect(status).toBe(200);
    expect((await written(done(body).id)).bundle.tables.note).toHaveLength(rowsOf(bundle, 'note').length);
  }
  expect(rowsOf(bundles.at(-1)!, 'visit').length).toBeGreaterThan(rowsOf(demoBundle(), 'visit').length);
});

test('the demo project is a whole bundle, and packing is repeatable', async () => {
  const bundle = demoBundle();
  expect((await unpack(pack(bundle))).bundle).toEqual(bundle);
  expect(Buffer.from(pack(bundle)).equals(Buffer.from(pack(bundle)))).toBe(true);
});

test('the schema in the documents is the one that bundles are held against', async () => {
  const said: unknown = JSON.parse(readFileSync('docs/bundle.schema.json', 'utf8'));
  expect(said).toEqual(JSON.parse(JSON.stringify(bundleSchema(await readShape(pool())))));
});

describe('what is no bundle of ours', () => {
  const packed = pack(demoBundle());
  const zipOf = (text: string, name = FILE) => zipSync({ [name]: strToU8(text) });
  const changed = (change: (bundle: Bundle) => void) => {
    const bundle = demoBundle();
    change(bundle);
    return pack(bundle);
  };
  /** A zip whose index says something else than what it holds: names are as long as before. */
  const forged = (files: Record<string, Uint8Array>, change: (zip: Buffer, entry: number) => void) => {
    const zip = Buffer.from(zipSync(files));
    for (let at = zip.indexOf('PK\x01\x02'); at >= 0; at = zip.indexOf('PK\x01\x02', at + 1)) change(zip, at);
    return zip;
  };
  const some = (count: number, name: (i: number) => string, text = '{}') =>
    Object.fromEntries(Array.from({ length: count }, (_, i) => [name(i), strToU8(text)]));
  const [SIZE, NAME] = [24, 46];
  test.each<[string, Uint8Array, RegExp]>([
    [
      'twenty entries of one name',
      forged(
        some(20, (i) => `project.js${String(i).padStart(2, '0')}`),
        (zip, at) => void zip.write(FILE, at + NAME),
      ),
      /holds project.json twice/,
    ],
    [
      'pictures that are small each and too much together',
      forged(
        some(10, (i) => `pictures/${i}`),
        (zip, at) => void zip.writeUInt32LE(30_000_000, at + SIZE),
      ),
      /larger than 256 MB/,
    ],
    [
      'a project larger than any',
      forged({ [FILE]: strToU8('{}') }, (zip, at) => void zip.writeUInt32LE(65 * 1024 * 1024, at + SIZE)),
      /larger than 64 MB/,
    ],
    ['very many files', zipSync(some(10_001, (i) => `x/${i}`, '')), /more than 10000 files/],
    ['brackets without end', zipOf('['.repeat(500_000) + ']'.repeat(500_000)), /built in a way|no project bundle/],
    ['nothing', new Uint8Array(), /no whole zip/],
    ['a picture', strToU8('\u0089PNG and so on'), /no whole zip/],
    ['a truncated bundle', packed.slice(0, packed.length / 2), /may be cut off/],
    ['a zip of something else', zipOf('{}', 'letter.txt'), /holds no project.json/],
    ['no JSON', zipOf('{"format": "ironst'), /can’t be read/],
    ['another format', zipOf('{"format": "other", "version": 1}'), /no project bundle/],
    ['null', zipOf('null'), /no project bundle/],
    [
      'a newer version',
      zipOf('{"format": "ironstone-bundle", "version": 7}'),
      /version 7; this program reads version 6/,
    ],
    [
      'an older version',
      zipOf('{"format": "ironstone-bundle", "version": 5}'),
      /version 5; this program reads version 6/,
    ],
    ['no tables', zipOf('{"format": "ironstone-bundle", "version": 6}'), /has no tables/],
    ['a missing part', zipOf('{"format": "ironstone-bundle", "version": 6, "tables": {}}'), /does not fit the format/],
    ['a table nobody knows', changed((b) => void (b.tables.account = [])), /account/],
    ['a column nobody knows', changed((b) => void (b.tables.team![1]!.boss = 'x')), /team 2.*boss/],
    ['a column that is missing', changed((b) => void delete b.tables.team![1]!.name), /team 2.*name/],
    [
      'a text where a number belongs',
      changed((b) => void (b.tables.requirement![0]!.value = 'heavy')),
      /requirement 1, column value/,
    ],
    [
      'a script as a kind',
      changed((b) => void (b.tables.requirement![0]!.kind = '<script>')),
      /requirement 1, column kind/,
    ],
  ])('%s', async (_name, bytes, message) => {
    await asPerson(instructorId);
    const before = await rowCounts();
    const { status, body } = await send(bytes);
    expect(status).toBe(422);
    expect(refused(body).file).toMatch(message);
    expect({ ...(await rowCounts()), session: 0 }).toEqual({ ...before, session: 0 });
  });
});

describe('a bundle that fits the format but makes no sense', () => {
  test.each<[string, (bundle: Bundle) => void, RegExp]>([
    [
      'a unit of the wrong dimension',
      (b) => void (rowWith(b, 'requirement', { unit: 'g' }).unit = 'mm'),
      /requirement \d+ \(R-\d+\).*does not measure mass/,
    ],
    [
      'a team nobody knows',
      (b) => void (rowsOf(b, 'run')[0]!.team_id = 'nobody'),
      /run 1 .*column team_id: it refers to nobody/,
    ],
    [
      'a rule that can’t be applied',
      (b) =>
        void Object.assign(rowsOf(b, 'event')[0]!.rule as object, {
          points: { kind: 'linear', from: [1, 0], to: [1, 9] },
        }),
      /event 1 .*line/,
    ],
    ['an id twice', (b) => void b.tables.team!.push(b.tables.team![0]!), /team 9 .*appears twice/],
    ['two teams of one name', (b) => copyRows(b, 'team', [b.tables.team![0]!], ' B'), /exists already/],
    ['a time zone that does not exist', (b) => setProject(b, { time_zone: 'Moon/Crater' }), /Moon/],
    ['a date that does not exist', (b) => void (b.tables.section![0]!.first_day = '2026-02-30'), /2026-02-30/],
    [
      'an attempt too many',
      (b) => {
        const [first] = rowsOf(b, 'attempt');
        const run = rowWith(b, 'run', { id: first!.run_id });
        copyRows(b, 'run', [run], ' B', { status: 'foul' });
        b.tables.attempt!.push({ ...first, id: 'one more', run_id: `${String(run.id)} B`, number: 4 });
      },
      /attempt/i,
    ],
    [
      'stages that wait for each other',
      (b) => {
        const { stage_id: one, after_id: two } = rowsOf(b, 'stage_link')[0]!;
        b.tables.stage_link!.push({ stage_id: two, after_id: one });
      },
      /plan can't be brought in/,
    ],
    [
      'iterations that come from each other',
      (b) => {
        const { iteration_id: one, parent_id: two } = rowsOf(b, 'iteration_parent')[0]!;
        b.tables.iteration_parent!.push({ iteration_id: two, parent_id: one });
      },
      /come from each other: \w+ 1, \w+ 2/,
    ],
  ])('%s', async (_name, change, message) => {
    const bundle = demoBundle();
    change(bundle);
    await asPerson(instructorId);
    const before = await rowCounts();
    const { status, body } = await send(pack(bundle));
    expect(status).toBe(422);
    expect(Object.values(refused(body)).join(' ')).toMatch(message);
    expect({ ...(await rowCounts()), session: 0 }).toEqual({ ...before, session: 0 });
  });
});

test('only an instructor brings a project in, and only from this app', async () => {
  const bytes = pack(demoBundle());
  asVisitor();
  expect((await send(bytes)).status).toBe(403);
  await asPerson(await makeAccount('student', 'pupil'));
  expect((await send(bytes)).status).toBe(403);
  await asPerson(instructorId);
  expect((await send(bytes, { origin: 'http://evil.test' })).status).toBe(403);
  expect((await send(bytes, { 'sec-fetch-site': 'cross-site' })).status).toBe(403);
  const { status, body } = await send(bytes);
  expect(status).toBe(200);
  expect(await pool()`select title from project where id = ${done(body).id}`).toEqual([{ title: 'Gully Courier' }]);
});

test('the zip holds project.json and nothing else', () => {
  expect(Object.keys(unzipSync(pack(demoBundle())))).toEqual([FILE]);
});

test('each demo project comes out of a database as its file has it', async () => {
  for (const name of ['gully-courier', 'nursery-doser']) {
    const text = readFileSync(`demo/${name}.json`, 'utf8');
    const p = await demoProject(name, JSON.parse(text) as Bundle);
    expect(textOf((await written(p.id)).bundle)).toBe(text);
  }
});

import { randomUUID } from 'node:crypto';
import { strToU8, unzipSync, zipSync } from 'fflate';
import sharp from 'sharp';
import { pool } from '@/db/connection';
import { POST as bringInRoute } from '@/app/api/v1/bundles/route';
import type { Bundle } from '@/features/bundle/format';
import { FILE, pack, unpack } from '@/features/bundle/read';
import { readPictures, writeBundle } from '@/features/bundle/write';
import { findSeat, type Project } from '@/server/access';
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

ownDatabase();
let instructorId: string;
beforeAll(async () => {
  instructorId = await makeAccount('instructor', 'importer');
});

async function projectOf(id: string, accountId: string): Promise<Project> {
  const actor = {
    kind: 'instructor' as const,
    id: accountId,
    name: '',
    login: '',
    sessionId: '',
    deviceId: null,
    shared: false,
  };
  return (await findSeat(pool(), actor, id))!.project;
}

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
  const written = await writeBundle(pool(), await projectOf(p.id, p.instructorId));
  const again = await demoProject('second', unpack(pack(written)).bundle);
  expect(await writeBundle(pool(), await projectOf(again.id, again.instructorId))).toEqual(written);
});

test('pictures go along and come back in their places; a bundle that lacks one is refused', async () => {
  const p = await demoProject('pictured');
  const colour = (background: string) => sharp({ create: { width: 30, height: 20, channels: 3, background } });
  const [run] = await pool()<[{ id: string; teamId: string }]>`
    select id, team_id from trial where project_id = ${p.id} and taken_back_at is null limit 1`;
  const things = [
    { objectKind: 'iteration', objectId: p.iteration['Flint 3']!, teamId: p.teams.Flint!, background: '#9a3b22' },
    { objectKind: 'trial', objectId: run.id, teamId: run.teamId, background: '#2c5a78' },
  ];
  for (const { background, ...of } of things) {
    const stored = await renewPicture(await colour(background).png().toBuffer());
    await bySystem((tx) => tx`insert into attachment ${tx({ id: randomUUID(), projectId: p.id, ...of, ...stored })}`);
  }
  const written = await writeBundle(pool(), await projectOf(p.id, p.instructorId));
  expect(written.pictures!.map((one) => [one.team, one.iteration])).toEqual([
    ['Flint', 3],
    [expect.any(String), null],
  ]);
  const zip = pack(written, await readPictures(pool(), p.id));
  await asPerson(p.instructorId);
  const { status, body } = await send(zip);
  expect(status).toBe(200);
  const id = done(body).id;
  expect((await writeBundle(pool(), await projectOf(id, p.instructorId))).pictures).toEqual(written.pictures);
  expect([...(await readPictures(pool(), id))]).toEqual([...(await readPictures(pool(), p.id))]); // byte for byte
  expect(() => unpack(pack(written))).toThrow(/picture pictures\/0001.jpg, which it does not hold/);
});

test('the demo project is a whole bundle, and packing is repeatable', async () => {
  const bundle = demoBundle();
  expect(unpack(pack(bundle)).bundle).toEqual(bundle);
  expect(Buffer.from(pack(bundle)).equals(Buffer.from(pack(bundle)))).toBe(true);
});

describe('what is no bundle of ours', () => {
  const packed = pack(demoBundle());
  const zipOf = (text: string, name = FILE) => zipSync({ [name]: strToU8(text) });
  const changed = (change: (bundle: Bundle) => void) => {
    const bundle = demoBundle();
    change(bundle);
    return pack(bundle);
  };
  test.each<[string, Uint8Array, RegExp]>([
    ['nothing', new Uint8Array(), /no whole zip/],
    ['a picture', strToU8('\u0089PNG and so on'), /no whole zip/],
    ['a truncated bundle', packed.slice(0, packed.length / 2), /may be cut off/],
    ['a zip of something else', zipOf('{}', 'letter.txt'), /holds no project.json/],
    ['no JSON', zipOf('{"format": "ironst'), /can’t be read/],
    ['another format', zipOf('{"format": "other", "version": 1}'), /no project bundle/],
    ['null', zipOf('null'), /no project bundle/],
    [
      'a newer version',
      zipOf('{"format": "ironstone-bundle", "version": 5}'),
      /version 5; this program reads up to version 4/,
    ],
    ['a missing part', zipOf('{"format": "ironstone-bundle", "version": 1}'), /does not fit the format/],
    [
      'a text where a number belongs',
      changed((b) => void (b.requirements[0]!.value = 'heavy' as never)),
      /\/requirements\/0/,
    ],
    ['a script as a kind', changed((b) => void (b.requirements[0]!.kind = '<script>')), /\/requirements\/0\/kind/],
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
    ['a unit of the wrong dimension', (b) => void (b.requirements[0]!.unit = 'mm'), /does not measure mass/],
    ['a team nobody knows', (b) => void (b.trials[0]!.team = 'Nobody'), /Nobody/],
    [
      'a rule that can’t be applied',
      (b) => void (b.events[0]!.rule.points = { kind: 'linear', from: [1, 0], to: [1, 9] }),
      /line/,
    ],
    ['two teams of one name', (b) => void b.teams.push(b.teams[0]!), /twice|exists already/],
    ['a time zone that does not exist', (b) => void (b.project.timeZone = 'Moon/Crater'), /Moon/],
    ['a date that does not exist', (b) => void (b.sections[0]!.firstDay = '2026-02-30'), /2026-02-30/],
    ['an attempt too many', (b) => void b.trials.push({ ...b.trials[0]!, attempt: 4 }), /attempt/i],
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
  expect(body.ok && (await projectOf(body.result.id, instructorId)).title).toBe('Gully Courier');
});

test('the zip holds project.json and nothing else', () => {
  expect(Object.keys(unzipSync(pack(demoBundle())))).toEqual([FILE]);
});

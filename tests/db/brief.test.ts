import { readdirSync } from 'node:fs';
import { pool } from '@/db/connection';
import { markBriefRead, publishBrief, saveBrief } from '@/areas/brief/write/actions';
import { briefDifference } from '@/areas/brief/shared/difference';
import { countReaders, readByPerson } from '@/areas/brief/read/readers';
import { briefForm } from '@/areas/brief/read/toForm';
import { briefToday } from '@/areas/brief/read/today';
import { createProject, removeTemplate, saveTemplate } from '@/shell/bundle/actions';
import { readShape } from '@/db/shape';
import { rowsOf } from '@/shell/bundle/format';
import { listTemplates, readTemplate, toTemplate } from '@/shell/bundle/templates';
import { saveProfile } from '@/areas/course/write/projects';
import { listBriefVersions, readBrief, toBriefParts, type BriefParts } from '@/areas/brief/read/brief';
import { listRequirements } from '@/areas/brief/read/requirements';
import { readToday } from '@/shell/today';
import {
  askedToday,
  asPerson,
  bySystem,
  demoBundle,
  demoProject,
  done,
  makeAccount,
  ownDatabase,
  refused,
  rowCounts,
  type DemoProject,
} from './database';

ownDatabase();
let p: DemoProject;
beforeAll(async () => {
  p = await demoProject('briefs');
  await asPerson(p.instructorId);
});
const read = async () => {
  const { version, ...parts } = (await pool()`select * from brief where project_id = ${p.id}`)[0]!;
  return { version: Number(version), parts: toBriefParts(parts) };
};
async function save(more: Partial<Record<keyof BriefParts, unknown>>) {
  const { version, parts } = await read();
  return saveBrief({ projectId: p.id, version, ...briefForm(parts), ...more });
}
const publish = async (note = '') => publishBrief({ projectId: p.id, version: (await read()).version, note });

describe('writing', () => {
  test('only the few elements of the editor are kept, whatever is sent', async () => {
    const sent =
      '<h1>Big</h1><p onclick="x()">One <strong>two</strong> <a href="javascript:x">three</a></p><script>alert(1)</script><img src=x onerror=alert(1)><ul><li style="color:red">four</li></ul>';
    done(await save({ challenge: sent, setting: '<p> </p><p><br></p>' }));
    const { parts } = await read();
    expect(parts.challenge).toBe('Big<p>One <strong>two</strong> three</p><ul><li>four</li></ul>');
    expect(parts.setting).toBe('');
  });

  test.each<[string, object, string, RegExp]>([
    [
      'a text of two million characters',
      { rules: 'x'.repeat(2_000_000) },
      'rules',
      /at most 20,000 .* this has 2000000/,
    ],
    ['a team larger than the largest', { teamFrom: '5', teamTo: '3' }, 'teamTo', /smaller than the smallest/],
    [
      'a date that does not exist',
      { fixedDates: [{ date: '2026-02-30', what: 'Event' }] },
      'fixedDates.0.date',
      /no day of the calendar/,
    ],
    ['an item without a name', { kit: [{ item: '', quantity: '3', note: '' }] }, 'kit.0.item', /needed/],
    ['a line of 161 characters', { banned: 'y'.repeat(161) }, 'banned', /at most 160/],
  ])('%s is refused at its place', async (_name, more, field, message) => {
    const before = await rowCounts();
    expect(refused(await save(more))[field]).toMatch(message);
    expect(await rowCounts()).toEqual(before);
  });

  test('two who write at once: the second gets both versions', async () => {
    const { version, parts } = await read();
    const write = (energy: string) => saveBrief({ projectId: p.id, version, ...briefForm(parts), energy });
    done(await write('gravity'));
    expect(await write('wind')).toMatchObject({ ok: false, conflict: { theirs: { energy: 'gravity' } } });
  });
});

describe('publishing', () => {
  test('a product and its account are always asked for; the version is frozen and carries the limits of the rules', async () => {
    done(await save({ account: '' }));
    expect(refused(await publish())['']).toMatch(/the product, and the account/);
    done(await save({ account: '<p>A notebook.</p>' }));
    expect(done(await publish('a notebook')).number).toBe(3);
    expect(refused(await publish())['']).toMatch(/Nothing has changed since version 3/);
    const [latest] = await listBriefVersions(pool(), p.id);
    expect(latest!.content.limits.map((one) => `${one.code} ${one.limit}`)).toEqual([
      'R-02 ≤ 240 mm',
      'R-03 ≤ 25 credits',
      'R-04 ≥ 2 different',
    ]);
    const rewrite = bySystem((tx) => tx`update brief_version set note = '' where project_id = ${p.id}`);
    await expect(rewrite).rejects.toMatchObject({ constraint_name: 'brief_version_is_frozen' });
  });

  test('what changed can be read, text by word and lists by thing', async () => {
    const versions = await listBriefVersions(pool(), p.id);
    const [three, two] = versions;
    const change = briefDifference(two!.content, three!.content).find((one) =>
      one.name.startsWith('Deliverables: the account'),
    )!;
    const text = (does: string) =>
      change.pieces
        .filter((one) => one.does !== does)
        .map((one) => one.text)
        .join('');
    expect(text('removed')).toBe('A notebook.');
    expect(text('added')).toContain('– A presentation to the client');
    const kit = { ...three!.content, kit: [...three!.content.kit, { item: 'Bell', quantity: '1', note: '' }] };
    expect(briefDifference(three!.content, kit)).toEqual([
      { name: 'Kit', pieces: [expect.objectContaining({ does: 'stays' }), { does: 'added', text: 'Bell, 1\n' }] },
    ]);
    expect(briefDifference(kit, kit)).toEqual([]);
  });

  test('a student is told what changed since the version read last, and on Today', async () => {
    const person = p.studentOf('Flint');
    const lines = async () =>
      (await briefToday.lines(pool(), await askedToday(p.id, person, false))).map((one) => one.headline);
    await asPerson(person);
    expect(await lines()).toEqual(['Read the brief']);
    done(await markBriefRead({ projectId: p.id, number: 2 }));
    expect(await lines()).toEqual(['The brief has changed']);
    done(await markBriefRead({ projectId: p.id, number: 3 }));
    done(await markBriefRead({ projectId: p.id, number: 1 })); // an older one read again changes nothing
    expect(await readByPerson(pool(), p.id, person)).toBe(3);
    expect(await lines()).toEqual([]);
    expect(refused(await markBriefRead({ projectId: p.id, number: 9 }))['']).toMatch(/no such version/);
    expect(await countReaders(pool(), p.id, 3)).toEqual({ read: 1, of: 24 });
    await asPerson(p.instructorId);
  });
});

test('a bundle can’t smuggle a script into the brief', async () => {
  const bundle = demoBundle();
  rowsOf(bundle, 'brief')[0]!.rules = '<p>Fair</p><script>alert(1)</script>';
  const [published] = rowsOf(bundle, 'brief_version');
  published!.content = { ...(published!.content as object), rules: '<img src=x onerror=alert(1)>' };
  const q = await demoProject('smuggled', bundle);
  expect((await readBrief(pool(), q.id)).rules).toBe('<p>Fair</p>');
  expect((await listBriefVersions(pool(), q.id)).at(-1)!.content.rules).toBe('');
});

describe('templates', () => {
  const shipped = readdirSync('templates')
    .filter((file) => file !== 'index.json')
    .map((file) => `start/${file.replace('.json', '')}`);
  const facts = { title: 'Ours', clientName: 'The yard', eventDate: '2027-03-19', timeZone: 'UTC', units: 'metric' };

  test.each(shipped)('%s becomes a project with rules, protocols and events', async (template) => {
    await asPerson(p.instructorId);
    const { id } = done(await createProject({ template, ...facts }));
    const [row] = await pool()`
      select p.title, p.event_date, p.retention_until, (select count(*) from event where project_id = p.id) as events,
        (select count(*) from protocol where project_id = p.id) as protocols, (select count(*) from requirement where project_id = p.id and state = 'agreed') as requirements
      from project p where p.id = ${id}`;
    expect(row).toMatchObject({ title: 'Ours', eventDate: '2027-03-19', retentionUntil: '2028-03-19' });
    expect(Math.min(Number(row!.events), Number(row!.protocols), Number(row!.requirements) - 2)).toBeGreaterThan(0);
  });

  test('a project kept as a template loses people, words of the client and results, and starts another', async () => {
    await asPerson(p.instructorId);
    const { id } = done(await saveTemplate({ projectId: p.id, title: 'Gully again', about: 'for next year' }));
    const kept = await readTemplate(pool(), `own/${id}`);
    const text = JSON.stringify(kept);
    for (const word of ['Ilse Vantor', '4101', 'Basalt', 'Lindqvar', 'Okonjo']) expect(text).not.toContain(word);
    expect(kept).toEqual(toTemplate(kept, await readShape(pool())));
    expect(['iteration', 'run', 'team', 'statement'].flatMap((table) => rowsOf(kept, table))).toEqual([]);
    expect(rowsOf(kept, 'requirement').length).toBeGreaterThan(3);
    expect((await listTemplates(pool(), p.instructorId)).find((one) => one.key === `own/${id}`)).toMatchObject({
      title: 'Gully again',
      own: true,
    });
    const made = done(await createProject({ template: `own/${id}`, ...facts }));
    expect((await listRequirements(pool(), made.id)).map((one) => one.code)).toContain('R-05');
    // What the standings are made of, and where the school lies, come along.
    expect(rowsOf(kept, 'component').map(({ name }) => name)).toEqual(['Time', 'Stop', 'Haul', 'Talk']);
    const line = (await listTemplates(pool(), p.instructorId)).find((one) => one.key === `own/${id}`)!;
    expect(line.preview).toMatchObject({ timeZone: 'UTC', currency: 'credits' });
    expect(line.preview!.events.map(({ rule }) => rule)).toEqual([
      '3 attempts, the best counts. Less is better. 0 points at 12 s, 100 at 7 s, on a straight line between.',
      '3 attempts, the best counts. Nearest to 10 m is better. 100 points, 4 off for each 0.05 m completed, 10 more for overshooting.',
      '2 attempts, the best counts. What counts is value / carrier_mass. More is better. The best gets 100 points, the others their share of it.',
    ]);

    const somebody = await makeAccount('instructor', 'colleague');
    await asPerson(somebody);
    expect(refused(await removeTemplate({ id }))['']).toMatch(/Only whoever saved/);
    await asPerson(p.instructorId);
    done(await removeTemplate({ id }));
    expect(refused(await createProject({ template: `own/${id}`, ...facts })).template).toMatch(/was removed/);
  });

  test('events of other templates come along with what they measure, each thing once', async () => {
    await asPerson(p.instructorId);
    const more = ['start/doorstep-lander', 'start/shelf-bracket'];
    const { id } = done(await createProject({ template: 'start/roof-lob', more, ...facts }));
    const names = async (table: string) =>
      (await pool()<{ name: string }[]>`select name from ${pool()(table)} where project_id = ${id} order by name`).map(
        ({ name }) => name,
      );
    const [events, parts] = [await names('event'), await names('component')];
    expect(events).toEqual(expect.arrayContaining(['Distance', 'At the line']));
    expect(events).toHaveLength(3);
    expect(parts).toEqual(expect.arrayContaining(['Distance', 'Line', 'Talk']));
    const tapes = (await names('instrument')).filter((name) => name === 'Tape measure');
    expect(tapes).toHaveLength(1);
    const [orphan] = await pool()`
      select q.id from quantity q join protocol o on o.id = q.protocol_id
      where q.project_id = ${id} and not exists (select from event e where e.protocol_id = o.id)`;
    expect(orphan).toBeUndefined();
  });

  test.each(['start/../package', 'start/index', 'own/nothing', '/etc/passwd'])(
    '%s is no template',
    async (template) => {
      await asPerson(p.instructorId);
      const before = await rowCounts();
      expect(await createProject({ template, ...facts })).toMatchObject({ ok: false });
      expect(await rowCounts()).toEqual(before);
    },
  );
});

test('a sheet that the course does not use leaves Today, and comes back', async () => {
  await asPerson(p.instructorId);
  const sheets = async (hidden: string[]) =>
    new Set((await readToday(pool(), hidden, await askedToday(p.id, p.instructorId))).map((one) => one.href));
  const grades = async (hidden: string[]) => [...(await sheets(hidden))].some((href) => href.startsWith('/grades/'));
  expect(await grades([])).toBe(true);
  expect(await grades(['grades'])).toBe(false);
  const [row] = await pool()<[{ version: number }]>`select version from project where id = ${p.id}`;
  done(await saveProfile({ projectId: p.id, version: row.version, used: ['requirements', 'builds', 'history'] }));
  const [{ hidden }] = await pool()<
    [{ hidden: string[] }]
  >`select hidden_sheets as hidden from project where id = ${p.id}`;
  expect(hidden).toContain('grades');
  expect(hidden).not.toContain('requirements');
  expect(await saveProfile({ projectId: p.id, version: row.version, used: [] })).toMatchObject({ ok: false });
});

import { randomUUID } from 'node:crypto';
import { mkdtempSync, readdirSync, rmSync, statSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import sharp from 'sharp';
import { GET as getPicture } from '@/app/projects/[project]/pictures/[picture]/route';
import { POST as postPicture } from '@/app/api/v1/pictures/route';
import { recordRun } from '@/areas/bench/write/commands';
import { writeBundle } from '@/shell/bundle/write';
import { aboutPerson } from '@/shell/data/about';
import { erase, eraseAll } from '@/shell/data/actions';
import { countNames, isDue } from '@/areas/course/read/people/retention';
import { dataItems } from '@/areas/course/read/people/today';
import { removeEvent } from '@/areas/event/write/actions';
import { removeGate } from '@/areas/plan/write/gates';
import { putBack } from '@/shell/history/actions';
import { planPutBack, same, type Selection } from '@/shell/history/plan';
import { listPictures } from '@/areas/course/read/pictures';
import { pool } from '@/db/connection';
import { findSeat } from '@/server/access';
import { signedIn } from '@/server/actor';
import { perform, settle } from '@/server/perform';
import { loadStandings } from '@/areas/standings/read/standings';
import { backupItems } from '@/shell/data/today';
import { readBackups } from '@/shell/data/backups';
import { differenceOf, toldDump } from '../../scripts/lib/checkedDump.mjs';
import { daily, dump } from '../../scripts/lib/dumps.mjs';
import { holdWriters, restore } from '../../scripts/lib/restore.mjs';
import { asPerson, bySystem, demoProject, done, ownDatabase, refused, rowCounts, type DemoProject } from './database';

ownDatabase();
jest.setTimeout(60_000);
let p: DemoProject;
beforeAll(async () => {
  p = await demoProject('teacher');
});
const zone = () => ({ id: p.id, timeZone: 'UTC' });
const newest = async (kind: string) => {
  const [row] = await pool()<[{ id: number }]>`
    select id from audit where project_id = ${p.id} and object_kind = ${kind} order by id desc limit 1`;
  return row.id;
};
async function back(selection: Selection) {
  await asPerson(p.instructorId);
  const { fingerprint } = await planPutBack(pool(), zone(), selection);
  return putBack({ projectId: p.id, selection, fingerprint });
}
const change = (id: number, field: string | null = null): Selection => ({ kind: 'change', change: id, field });

describe('the history puts back', () => {
  const massOf = async () => {
    const [row] = await pool()<[{ value: number; unit: string; id: string }]>`
      select m.value, m.unit, m.id from measurement m join parameter r on r.id = m.parameter_id
      where m.iteration_id = ${p.iteration['Flint 3']!} and r.name = 'Carrier mass'`;
    return row;
  };

  test('one value, with what belongs to it, and says so itself', async () => {
    const before = await massOf();
    await bySystem((tx) => tx`update measurement set value = 31, unit = 'oz' where id = ${before.id}`);
    const wrong = await newest('measurement');
    const plan = await planPutBack(pool(), zone(), change(wrong, 'value'));
    expect(plan.steps[0]!.fields.map(({ field, now, then }) => [field, now, then])).toEqual(
      expect.arrayContaining([
        ['value', 31, before.value],
        ['unit', 'oz', before.unit],
      ]),
    );
    expect(done(await back(change(wrong, 'value'))).done).toBe(1);
    expect(await massOf()).toEqual(before);
    const [act] = await pool()<[{ act: string; actorName: string }]>`
      select act, actor_name from audit where id = ${await newest('measurement')}`;
    expect(act).toEqual({ act: 'putBack', actorName: 'teacher' });
    expect((await planPutBack(pool(), zone(), change(wrong))).steps).toEqual([]);
  });

  test('a whole object that was removed comes back under its own id', async () => {
    const [component] = await pool()<
      [{ id: string }]
    >`select * from component where project_id = ${p.id} order by name limit 1`;
    await bySystem((tx) => tx`delete from component where id = ${component.id}`);
    done(await back(change(await newest('component'))));
    const [again] = await pool()`select * from component where id = ${component.id}`;
    expect({ ...again, updatedAt: null }).toEqual({ ...component, updatedAt: null });
  });

  test('what was added is taken away; a run counts no more but stays', async () => {
    await asPerson(p.studentOf('Marl'));
    const input = { projectId: p.id, id: randomUUID(), sectionId: p.sections['2'], eventId: p.events['Crossing time'] };
    const team = { teamId: p.teams.Marl, iterationId: p.iteration['Marl 2'], attempt: null, status: 'ok' };
    const { id } = done(
      await perform(recordRun, { ...input, ...team, value: '9', unit: 's', conditions: [], note: '' }),
    );
    const [{ at }] = await pool()<[{ at: string }]>`
      select to_char(now() at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI') as at`;
    const person: Selection = { kind: 'person', person: p.studentOf('Marl'), from: at, to: at };
    const { steps } = await planPutBack(pool(), zone(), person);
    expect(steps.map(({ table, does }) => [table, does])).toEqual([['run', 'remove']]);
    done(await back(change(await newest('run'))));
    const [row] = await pool()<[{ gone: boolean; read: number }]>`
      select withdrawn_at is not null as gone, (select value from reading where run_id = ${id}) as read from run where id = ${id}`;
    expect(row.read).toBe(9);
    expect((await planPutBack(pool(), zone(), person)).steps).toEqual([]);
    expect(row.gone).toBe(true);
  });

  test('everything one person did between two times, but not what others have changed since', async () => {
    const student = p.studentOf('Flint');
    const [{ at }] = await pool()<
      [{ at: string }]
    >`select to_char(now() at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI') as at`;
    const as = (name: string) => JSON.stringify({ kind: 'student', id: student, name, act: 'test' });
    await pool().begin(async (tx) => {
      await tx`select set_config('ironstone.actor', ${as('Flint One')}, true)`;
      await tx`update iteration set change = 'Vandal was here', reason = 'ha' where team_id = ${p.teams.Flint!} and number = 2`;
      await tx`update iteration set change = 'And here' where team_id = ${p.teams.Flint!} and number = 1`;
      await tx`delete from measurement where iteration_id = ${p.iteration['Flint 3']!}`;
    });
    await bySystem(
      (tx) => tx`update iteration set change = 'Mended by hand' where team_id = ${p.teams.Flint!} and number = 1`,
    );
    const selection: Selection = { kind: 'person', person: student, from: at, to: '2099-01-01T00:00' };
    const plan = await planPutBack(pool(), zone(), selection);
    expect(plan.left).toHaveLength(1);
    expect(plan.left[0]!.why).toBe('change was changed since by somebody else');
    const measured = plan.steps.filter((step) => step.table === 'measurement');
    expect(measured.length).toBeGreaterThanOrEqual(3);
    expect(measured.every((step) => step.does === 'add')).toBe(true);
    expect(done(await back(selection)).done).toBe(plan.steps.length);
    const rows = await pool()<{ number: number; change: string }[]>`
      select number, change from iteration where team_id = ${p.teams.Flint!} and number < 3 order by number`;
    expect(rows[0]!.change).toBe('Mended by hand');
    expect(rows[1]!.change).not.toBe('Vandal was here');
    expect((await massOf()).value).toBeGreaterThan(0);
  });

  test('all of the act that removed a thing, with what went along', async () => {
    const [gate] = await pool()<[{ id: string }]>`select id from gate where project_id = ${p.id} order by name limit 1`;
    const parts = async () => {
      const [row] = await pool()<[{ items: string; signatures: string; decisions: string }]>`
        select (select count(*) from gate_item where gate_id = ${gate.id}) as items,
          (select count(*) from gate_signature s join gate_item i on i.id = s.item_id where i.gate_id = ${gate.id}) as signatures,
          (select count(*) from gate_decision where gate_id = ${gate.id}) as decisions`;
      return row;
    };
    const before = await parts();
    expect(Number(before.items)).toBeGreaterThan(1);
    await asPerson(p.instructorId);
    done(await removeGate({ projectId: p.id, id: gate.id }));
    expect(Number((await parts()).items)).toBe(0);
    done(await back({ kind: 'act', act: gate.id }));
    expect(await parts()).toEqual(before);
  });

  test('an event that was removed, with its openings, officials, attempts and place in the standings', async () => {
    const [event] = await pool()<[{ id: string; version: number }]>`
      select e.id, e.version from event e join official o on o.event_id = e.id where e.project_id = ${p.id} limit 1`;
    const parts = async () => {
      const [row] = await pool()`
        select (select count(*) from event_opening where event_id = ${event.id}) as openings,
          (select count(*) from official where event_id = ${event.id}) as officials,
          (select count(*) from component where event_id = ${event.id}) as components,
          (select count(*) from prediction where event_id = ${event.id}) as predictions,
          (select count(*) from attempt where event_id = ${event.id}) as attempts`;
      return row;
    };
    const before = await parts();
    expect(Object.values(before!).filter((many) => Number(many) === 0)).toEqual([]);
    await asPerson(p.instructorId);
    // A grade is made of it, so that goes first.
    expect(refused(await removeEvent({ projectId: p.id, ...event }))['']).toMatch(
      /A component of the grade comes from/,
    );
    await bySystem((tx) => tx`delete from grade_component where event_id = ${event.id}`);
    // Nor does it go while a contest is seeded by it.
    expect(refused(await removeEvent({ projectId: p.id, ...event }))['']).toMatch(/A contest rests on this event/);
    await bySystem((tx) => tx`delete from desk_entry where project_id = ${p.id}`);
    await bySystem((tx) => tx`delete from protest where project_id = ${p.id}`);
    await bySystem((tx) => tx`delete from contest where event_id = ${event.id}`);
    done(await removeEvent({ projectId: p.id, ...event }));
    expect(Object.values((await parts())!).map(Number)).toEqual([0, 0, 0, 0, 0]);
    done(await back({ kind: 'act', act: event.id }));
    expect(await parts()).toEqual(before);
  });

  test('nothing is put back when something changed since it was shown, or by a student', async () => {
    await bySystem((tx) => tx`update team set name = 'Flint X' where id = ${p.teams.Flint!}`);
    const wrong = change(await newest('team'));
    const { fingerprint } = await planPutBack(pool(), zone(), wrong);
    await bySystem((tx) => tx`update team set name = 'Flint Y' where id = ${p.teams.Flint!}`);
    await asPerson(p.instructorId);
    const before = await rowCounts();
    expect(refused(await putBack({ projectId: p.id, selection: wrong, fingerprint }))['']).toMatch(
      /changed since this was shown/,
    );
    await asPerson(p.studentOf('Flint'));
    expect(await putBack({ projectId: p.id, selection: wrong, fingerprint })).toMatchObject({ denied: true });
    expect({ ...(await rowCounts()), session: 0 }).toEqual({ ...before, session: 0 });
    done(await back(wrong));
  });

  test('what others have built on is not torn away: all or nothing', async () => {
    const [row] = await pool()<[{ id: number }]>`
      select id from audit where object_id = ${p.iteration['Flint 3']!} and before is null limit 1`;
    const outcome = await back(change(row.id));
    expect(outcome.ok).toBe(false);
    expect((await pool()`select 1 from iteration where id = ${p.iteration['Flint 3']!}`).length).toBe(1);
  });

  test('instants are the same in any zone, and order of keys does not matter', () => {
    expect(same('2026-10-12T10:00:00+00:00', '2026-10-12T12:00:00+02:00')).toBe(true);
    expect(same({ a: 1, b: [2] }, { b: [2], a: 1 })).toBe(true);
    expect(same('2026-10-12T10:00:00', '2026-10-12T10:00:01')).toBe(false);
    expect(same(undefined, null)).toBe(true);
    expect(same(0, null)).toBe(false);
  });
});

describe('pictures', () => {
  const send = (body: Buffer, more: Record<string, string> = {}) => {
    const about = { projectId: p.id, id: randomUUID(), objectKind: 'iteration', objectId: p.iteration['Flint 3']! };
    const stamp = { entry: randomUUID(), by: p.studentOf('Flint'), madeAt: '1', sentAt: '1' };
    const query = new URLSearchParams({ ...about, ...stamp, ...more });
    return postPicture(
      new Request(`http://localhost/api/v1/pictures?${query}`, { method: 'POST', body: new Uint8Array(body) }),
    );
  };
  const noise = () => sharp({ create: { width: 3000, height: 1500, channels: 3, background: '#9a3b22' } });

  test('a picture is kept upright, smaller and without where it was taken; a repeat is harmless', async () => {
    await asPerson(p.studentOf('Flint'));
    const bytes = await noise()
      .withExif({ IFD0: { Copyright: 'place' } })
      .withMetadata({ orientation: 6 })
      .jpeg()
      .toBuffer();
    const ids = { id: randomUUID(), entry: randomUUID() };
    expect((await send(bytes, ids)).status).toBe(200);
    expect((await send(bytes, ids)).status).toBe(200);
    const [picture, ...others] = await listPictures(pool(), p.id, p.iteration['Flint 3']!);
    expect(others).toEqual([]);
    expect(picture).toMatchObject({ id: ids.id, width: 1200, height: 2400 });
    const [row] = await pool()<[{ bytes: Buffer }]>`select bytes from attachment where id = ${ids.id}`;
    expect((await sharp(row.bytes).metadata()).exif).toBeUndefined();
  });

  test.each([
    ['text that calls itself a picture', () => Buffer.from('<script>alert(1)</script>')],
    ['an SVG', () => Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>')],
    ['half a JPEG', async () => (await noise().jpeg().toBuffer()).subarray(0, 4000)],
    ['nothing', () => Buffer.alloc(0)],
  ])('%s is refused and leaves nothing', async (_name, make) => {
    await asPerson(p.studentOf('Flint'));
    const log = jest.spyOn(console, 'error').mockImplementation(() => {});
    const before = await rowCounts();
    expect((await send(await make())).status).toBe(422);
    expect(await rowCounts()).toEqual(before);
    log.mockRestore();
  });

  test('a picture that a browser holds is shown again to those alone who may see it', async () => {
    await asPerson(p.studentOf('Flint'));
    const [{ id }] = await pool()<[{ id: string }]>`
      select id from attachment where object_id = ${p.iteration['Flint 3']!} limit 1`;
    const get = (etag?: string) =>
      getPicture(new Request('http://localhost/', { headers: etag ? { 'if-none-match': etag } : {} }), {
        params: Promise.resolve({ project: p.id, picture: id }),
      });
    const first = await get();
    expect(first.headers.get('cache-control')).toBe('private, no-cache');
    const etag = first.headers.get('etag')!;
    expect((await get(etag)).status).toBe(304);
    await asPerson(p.studentOf('Marl'));
    await expect(get(etag)).rejects.toThrow('not found');
  });

  test('thirty at once: twelve are kept, and the others are told', async () => {
    await asPerson(p.studentOf('Flint'));
    const objectId = p.iteration['Flint 2']!;
    const small = await sharp({ create: { width: 8, height: 8, channels: 3, background: '#000' } })
      .jpeg()
      .toBuffer();
    const answers = await Promise.all(Array.from({ length: 30 }, () => send(small, { objectId })));
    expect(answers.map((one) => one.status).sort()).toEqual([...Array(12).fill(200), ...Array(18).fill(422)]);
    expect(await listPictures(pool(), p.id, objectId)).toHaveLength(12);
  });

  test('one byte under the cap is read, one over is not; another team’s iteration takes none', async () => {
    await asPerson(p.studentOf('Flint'));
    const jpeg = await noise().jpeg().toBuffer();
    const padded = (size: number) => Buffer.concat([jpeg, Buffer.alloc(size - jpeg.length)]);
    expect((await send(padded(10 * 1024 * 1024))).status).toBe(200);
    expect((await send(padded(10 * 1024 * 1024 + 1))).status).toBe(413);
    expect((await send(jpeg, { objectId: p.iteration['Marl 2']! })).status).toBe(403);
  });
});

describe('letting go', () => {
  const everything = async () => {
    const tables = await pool()<{ name: string }[]>`
      select table_name as name from information_schema.tables where table_schema = 'public' and table_type = 'BASE TABLE'`;
    const texts = await Promise.all(
      tables.map(({ name }) => pool()<{ row: string }[]>`select t::text as row from ${pool()(name)} t`),
    );
    return texts
      .flat()
      .map((one) => one.row)
      .join('\n');
  };

  test('a person who is erased stands nowhere any more; the work stays', async () => {
    const account = p.studentOf('Flint');
    const [{ name }] = await pool()<[{ name: string }]>`select name from account where id = ${account}`;
    expect(name).toContain(' ');
    await bySystem(async (tx) => {
      await tx`update account set login = 'unmistakable.login', student_number = '987654321' where id = ${account}`;
      await tx`update iteration set reason = ${`Idea of ${name}; (${name.toUpperCase()})`} where id = ${p.iteration['Flint 3']!}`;
    });
    await asPerson(account);
    const run = { projectId: p.id, id: randomUUID(), sectionId: p.sections['2'], eventId: p.events['Crossing time'] };
    const more = {
      teamId: p.teams.Flint,
      iterationId: p.iteration['Flint 3'],
      attempt: null,
      status: 'ok',
      value: '9',
      unit: 's',
    };
    done(await perform(recordRun, { ...run, ...more, conditions: [], note: `timed by ${name}` }));
    expect(await everything()).toContain(name);
    expect((await aboutPerson(pool(), account)).history.length).toBeGreaterThan(0);
    await asPerson(p.instructorId);
    const runs = (await rowCounts()).run;
    done(await erase({ projectId: p.id, accountId: account }));
    const left = await everything();
    for (const gone of [name, name.toUpperCase(), 'unmistakable.login', '987654321']) expect(left).not.toContain(gone);
    expect((await rowCounts()).run).toBe(runs);
    const [row] = await pool()<[{ note: string }]>`select note from run where id = ${run.id}`;
    expect(row.note).toBe('timed by Erased person');
    expect(JSON.stringify(await writeBundle(pool(), p.id))).not.toContain(name);
  });

  test('everybody of a project is erased, but for those whom another project still keeps', async () => {
    const other = await demoProject('second');
    const [stays] = await pool()<[{ id: string }]>`
      select e.account_id as id from enrolment e join account a on a.id = e.account_id
      where e.project_id = ${other.id} and a.erased_at is null limit 1`;
    const third = await demoProject('third');
    await bySystem(async (tx) => {
      for (const table of ['team_member', 'enrolment']) await tx`delete from ${tx(table)} where project_id = ${p.id}`;
      await tx`update project set retention_until = '2027-09-01' where id = ${third.id}`;
      await tx`insert into enrolment (project_id, section_id, account_id) values (${third.id}, ${third.sections['2']!}, ${stays.id}) on conflict do nothing`;
      await tx`delete from team_member where project_id = ${third.id}`;
      await tx`delete from enrolment where project_id = ${third.id} and account_id <> ${stays.id}`;
    });
    await asPerson(other.instructorId);
    const names = await countNames(pool(), other.id);
    expect(refused(await eraseAll({ projectId: other.id, names: names - 1 }))['']).toMatch(/Nobody was erased/);
    expect(done(await eraseAll({ projectId: other.id, names })).erased).toBe(names - 1);
    const [row] = await pool()<
      [{ erased: boolean }]
    >`select erased_at is not null as erased from account where id = ${stays.id}`;
    expect(row.erased).toBe(false);
    await asPerson(p.studentOf('Marl'));
    expect(await eraseAll({ projectId: p.id })).toMatchObject({ denied: true });
  });

  test('Today warns a month before the day and says when it has passed', () => {
    const given = (today: string, names = 3, leads = true) =>
      dataItems({ leads, names, today, retentionUntil: '2027-03-31', href: (sheet: string) => sheet } as never);
    expect(isDue('2027-03-31', '2027-02-27')).toBe(false);
    expect(given('2027-02-27')).toEqual([]);
    expect(given('2027-02-28')[0]).toMatchObject({
      headline: 'Data is kept 31 days more',
      tone: 'ochre',
      href: 'data',
    });
    expect(given('2027-04-01')[0]).toMatchObject({ headline: 'Data was kept until 31 Mar 2027', tone: 'brick' });
    expect([...given('2027-04-01', 0), ...given('2027-04-01', 3, false)]).toEqual([]);
  });
});

describe('backups', () => {
  const folder = mkdtempSync(path.join(tmpdir(), 'ironstone-test-'));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));
  const url = () => process.env.DATABASE_URL!;
  const standings = async () => {
    await asPerson(p.instructorId);
    const seat = (await findSeat(pool(), await signedIn(), p.id))!;
    return (await loadStandings(pool(), seat.project, null)).table;
  };

  test('a restored backup brings the same standings, and what came after the backup is kept aside', async () => {
    const before = await standings();
    expect(before.length).toBe(8);
    const file = await dump(url(), path.join(folder, 'one.dump'));
    await bySystem((tx) => tx`update score set points = 0 where project_id = ${p.id}`);
    expect(await standings()).not.toEqual(before);
    const foreign = `other_before_${'2'.repeat(14)}`;
    await pool().unsafe(`drop database if exists ${foreign}`); // of a run that was cut off
    await pool().unsafe(`create database ${foreign} template template0`);
    const { before: first } = await restore(url(), file);
    const { before: kept, applied } = await restore(url(), file);
    expect(applied).toEqual([]);
    expect(await standings()).toEqual(before);
    const there = await pool()<{ name: string }[]>`
      select datname as name from pg_database where datname = any(${[first, kept, foreign]})`;
    expect(there.map((row) => row.name).sort()).toEqual([kept, foreign].sort());
    await pool().unsafe(`drop database ${foreign}`);
    await pool().unsafe(`drop database "${kept}" with (force)`);
  });

  test('a backup of a newer program, a cut one and another thing are refused, and the database stays', async () => {
    await pool()`insert into migration (name, checksum) values ('9999_future.sql', 'x')`;
    const newer = await dump(url(), path.join(folder, 'newer.dump'));
    await pool()`delete from migration where name = '9999_future.sql'`;
    const before = await rowCounts();
    await expect(restore(url(), newer)).rejects.toThrow(/newer program: it has 9999_future.sql/);
    const cut = path.join(folder, 'cut.dump');
    const { readFileSync } = await import('node:fs');
    writeFileSync(cut, readFileSync(newer).subarray(0, 20_000));
    await expect(restore(url(), cut)).rejects.toThrow(/could not be read to its end/);
    expect(await rowCounts()).toEqual(before);
    const left = await pool()`select datname from pg_database where datname like '%restoring%'`;
    expect(left).toEqual([]);
  });

  test('while a backup is put back nobody writes: what is under way is waited for, what comes is told to wait', async () => {
    const write = (slow = false) =>
      settle(async () => {
        await bySystem(async (tx) => {
          const row = { projectId: p.id, title: 'Held', saidBy: 'x', heldOn: '2026-10-01' };
          await tx`insert into visit ${tx(row)}`;
          if (slow) await tx`select pg_sleep(0.5)`;
        });
        return { ok: true, result: {}, notes: [] };
      });
    const count = async () => (await pool()`select 1 from visit where title = 'Held'`).length;
    const underWay = write(true);
    await new Promise((resolve) => setTimeout(resolve, 150));
    const held = await holdWriters(url());
    expect(await count()).toBe(1);
    expect(await write()).toMatchObject({
      ok: false,
      retry: true,
      message: expect.stringMatching(/backup is being restored/),
    });
    expect(await underWay).toMatchObject({ ok: true });
    expect(await count()).toBe(1);
    await held.free();
    done(await write());
    expect(await count()).toBe(2);
  });

  test('a dump is put back and compared by itself, can be read by its owner alone, and is told', async () => {
    const file = await toldDump(url(), path.join(folder, 'checked.dump'));
    expect(statSync(file).mode & 0o777).toBe(0o600);
    const { good, last, daysWithout } = await readBackups(pool());
    expect(good).toMatchObject({ file, bytes: statSync(file).size });
    expect(last).toMatchObject({ state: 'good', note: '' });
    expect(daysWithout).toBe(0);
    expect(await pool()`select 1 from pg_database where datname like '%checking'`).toEqual([]);
  });

  test.each([
    ['a row less', { team: '8 77', run: '5 1' }, { team: '7 70', run: '5 1' }, 'team: 8 rows were dumped, 7 came back'],
    ['another value', { team: '8 77' }, { team: '8 78' }, 'team: 8 rows were dumped, 8 came back'],
    ['a table less', { team: '8 77' }, {}, 'team: 8 rows were dumped, no came back'],
    ['nothing', { team: '8 77' }, { team: '8 77' }, null],
  ])('what came back is told apart by %s', (_, dumped, restored, note) => {
    expect(differenceOf(dumped, restored)).toBe(note);
  });

  test('Today says when there was no good backup for three days', () => {
    const href = (sheet: string) => `/${sheet}`;
    const good = { madeAt: new Date('2026-10-20T08:00:00Z'), file: 'x', bytes: 1 };
    const last = { ...good, state: 'bad' as const, note: 'team: 8 rows were dumped, 7 came back' };
    expect(backupItems({ backups: { good, last, daysWithout: 2 }, href })).toEqual([]);
    expect(backupItems({ backups: { good, last, daysWithout: 3 }, href })[0]).toMatchObject({
      headline: 'No good backup since 20 Oct',
      detail: last.note,
    });
    expect(backupItems({ backups: { good: null, last: null, daysWithout: 4 }, href })[0]!.headline).toMatch(
      /No good backup yet/,
    );
    expect(backupItems({ backups: null, href })).toEqual([]);
  });

  test('one dump a day, the last fourteen', async () => {
    const days = path.join(folder, 'days');
    const at = (n: number) => new Date(Date.UTC(2026, 9, n, 8));
    for (let n = 1; n <= 16; n++) {
      const file = await daily(url(), days, at(n));
      expect(file).toMatch(/daily-2026-10-\d\dT0800\.dump$/);
      utimesSync(file!, at(n), at(n));
      expect(await daily(url(), days, new Date(at(n).getTime() + 3_600_000))).toBeNull();
    }
    const names = readdirSync(days).sort();
    expect(names).toHaveLength(14);
    expect(names[0]).toBe('daily-2026-10-03T0800.dump');
  });
});

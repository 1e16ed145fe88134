import { randomUUID } from 'node:crypto';
import { POST as postRun } from '@/app/api/v1/runs/route';
import { signInBySlip } from '@/areas/course/write/accounts/actions';
import { findSlip } from '@/areas/course/read/people/slip';
import { endSessions, makeSlips } from '@/areas/course/write/teams';
import { listDevices, listOwnSessions } from '@/areas/course/read/people/devices';
import { outageOf } from '@/db/outage';
import { pool } from '@/db/connection';
import { listSharing, signedIn } from '@/server/actor';
import { slowDown, take } from '@/server/rate';
import { readStamp } from '@/server/entries';
import { endOtherSessions, handOver } from '@/server/sessions';
import { asPerson, bySystem, demoProject, done, ownDatabase, refused, rowCounts, type DemoProject } from './database';
import { held, holding } from './request';

ownDatabase();
let p: DemoProject;
beforeAll(async () => {
  p = await demoProject('teacher');
});

const run = (more: object = {}) => ({
  projectId: p.id,
  id: randomUUID(),
  sectionId: p.sections['2'],
  eventId: p.events['Crossing time'],
  teamId: p.teams.Flint,
  iterationId: p.iteration['Flint 3'],
  attempt: null,
  status: 'ok',
  value: '8.25',
  unit: 's',
  penalties: {},
  conditions: [],
  note: '',
  ...more,
});
const stamp = (by: string, more: object = {}) => ({ id: randomUUID(), by, madeAt: 1000, sentAt: 1000, ...more });
async function post(body: object): Promise<{ status: number; body: Record<string, unknown>; now: number }> {
  const request = new Request('http://localhost/api/v1/runs', { method: 'POST', body: JSON.stringify(body) });
  const answer = await postRun(request);
  const now = Number(answer.headers.get('x-ironstone-now'));
  return { status: answer.status, body: (await answer.json()) as Record<string, unknown>, now };
}
const flint = () => p.studentOf('Flint');
const count = async () => (await rowCounts()).run!;

describe('entries of an outbox', () => {
  test('the same entry five times, three of them at once, is written once and answered alike', async () => {
    await asPerson(flint());
    const entry = { ...run(), entry: stamp(flint()) };
    const before = await count();
    const answers = [
      ...(await Promise.all([post(entry), post(entry), post(entry)])),
      await post(entry),
      await post(entry),
    ];
    expect(answers.map((one) => one.status)).toEqual([200, 200, 200, 200, 200]);
    for (const one of answers) expect(one.body).toEqual(answers[0]!.body);
    expect(await count()).toBe(before + 1);
  });

  test('an entry received before is answered as before, even when it may not be written any more', async () => {
    await asPerson(flint());
    const entry = { ...run(), entry: stamp(flint()) };
    const first = await post(entry);
    const account = flint();
    const moveTo = (team: string) =>
      bySystem((tx) => tx`update team_member set team_id = ${p.teams[team]!} where account_id = ${account}`);
    await moveTo('Marl');
    expect(await post(entry)).toMatchObject({ status: 200, body: first.body });
    expect((await post({ ...run(), entry: stamp(account) })).status).toBe(403);
    await moveTo('Flint');
  });

  test('the id of an entry belongs to its content and to its owner', async () => {
    await asPerson(flint());
    const entry = { ...run(), entry: stamp(flint()) };
    expect((await post(entry)).status).toBe(200);
    const other = await post({ ...entry, value: '9.99' });
    expect(other).toMatchObject({ status: 422, body: { message: expect.stringMatching(/other content/) as string } });
    await asPerson(p.studentOf('Marl'));
    expect((await post({ ...entry, entry: { ...entry.entry, by: p.studentOf('Marl') } })).status).toBe(422);
  });

  test('without a session, or in the name of somebody else, it says "sign in" and writes nothing', async () => {
    holding({});
    const before = await rowCounts();
    expect(await post({ ...run(), entry: stamp(flint()) })).toMatchObject({ status: 401, body: { signedOut: true } });
    await asPerson(p.studentOf('Marl'));
    expect((await post({ ...run(), entry: stamp(flint()) })).status).toBe(401);
    expect({ ...(await rowCounts()), session: 0 }).toEqual({ ...before, session: 0 });
  });

  test('a clock that is a day fast does no harm: only the time since the entry counts', async () => {
    await asPerson(flint());
    const wrong = Date.now() + 86_400_000;
    const entry = { ...run(), entry: stamp(flint(), { madeAt: wrong - 3_600_000, sentAt: wrong }) };
    const { now } = await post(entry);
    const [row] = await pool()<[{ madeAt: Date }]>`select made_at from entry where id = ${entry.entry.id}`;
    expect(Math.abs(now - 3_600_000 - row.madeAt.getTime())).toBeLessThan(5_000);
    const [made] = await pool()<[{ runAt: Date; pinned: Date }]>`
      select t.run_at, p.pinned_now::timestamp at time zone 'UTC' as pinned from run t join project p on p.id = t.project_id where t.id = ${entry.id}`;
    expect(made.pinned.getTime() - made.runAt.getTime()).toBe(3_600_000);
  });

  test.each([
    ['no object', 7],
    ['a missing id', { by: randomUUID(), madeAt: 1, sentAt: 2 }],
    ['an id that is none', { id: 'x', by: randomUUID(), madeAt: 1, sentAt: 2 }],
    ['a time that is none', { id: randomUUID(), by: randomUUID(), madeAt: 'now', sentAt: 2 }],
    ['NaN', { id: randomUUID(), by: randomUUID(), madeAt: NaN, sentAt: 2 }],
  ])('a stamp with %s is none', (_name, given) => {
    expect(readStamp(given)).toBeNull();
  });

  test('times run backwards or of last year are cut to 0 and 60 days', () => {
    const ids = { id: randomUUID(), by: randomUUID() };
    expect(readStamp({ ...ids, madeAt: 5000, sentAt: 0 })?.age).toBe(0);
    expect(readStamp({ ...ids, madeAt: 0, sentAt: 1e13 })?.age).toBe(60 * 86_400_000);
  });

  test('two devices enter the same attempt: the second is shown both and can keep its own as the next', async () => {
    await asPerson(p.instructorId);
    await bySystem(
      (tx) => tx`update run set withdrawn_at = now()
        where id in (select run_id from attempt where team_id = ${p.teams.Flint!} and number >= 2)`,
    );
    const by = p.instructorId;
    const mine = { ...run({ attempt: 2, value: '7.7' }), entry: stamp(by) };
    const [one, two] = [await post({ ...run({ attempt: 2, value: '7.9' }), entry: stamp(by) }), await post(mine)];
    expect(one.status).toBe(200);
    expect(two.status).toBe(409);
    const { conflict } = two.body as { conflict: { theirs: object; ways: { label: string; change: object }[] } };
    expect(conflict.theirs).toMatchObject({ value: '7.9', attempt: 2 });
    expect(conflict.ways.map((way) => way.change)).toEqual([{ attempt: 3 }, { attempt: null }]);
    expect((await post({ ...mine, ...conflict.ways[0]!.change })).status).toBe(200);
  });

  test('two corrections of one run: the second gets both versions', async () => {
    await asPerson(flint());
    const made = run();
    await post(made);
    const change = (value: string) => ({ ...made, value, version: 1, entry: stamp(flint()) });
    expect((await post(change('8.26'))).status).toBe(200);
    const second = await post(change('8.52'));
    expect(second).toMatchObject({ status: 409, body: { conflict: { version: 2, theirs: { value: '8.26' } } } });
    expect((await post({ ...change('8.52'), version: 2 })).status).toBe(200);
  });
});

test('outages of the database are told from refusals', () => {
  for (const code of ['08006', '53100', '53300', '57P01', '58030', 'ECONNREFUSED', 'CONNECTION_CLOSED'])
    expect(outageOf({ code })).toMatch(/database/);
  for (const error of [{ code: '23505' }, { code: '22P02' }, new Error('x'), null, undefined, {}])
    expect(outageOf(error)).toBeNull();
});

test('a bucket of 60 a minute lets 60 through at once and then one a second', () => {
  const key = randomUUID();
  const at = (now: number, times: number) =>
    Array.from({ length: times }, () => take(key, 60, now)).filter(Boolean).length;
  expect(at(0, 100)).toBe(60);
  expect(at(500, 10)).toBe(0);
  expect(at(3_000, 10)).toBe(2);
});

test('a made-up cookie is no way round the limit, and a class behind one address has room', () => {
  const from = (cookie: string, address: string) =>
    slowDown(new Request('http://x/', { headers: { cookie, 'x-forwarded-for': address } }), 'feeds');
  const passed = (times: number, cookie: (i: number) => string, address: string) =>
    Array.from({ length: times }, (_, i) => from(cookie(i), address)).filter((answer) => answer === null).length;
  const [one, all] = [randomUUID(), randomUUID()];
  const clock = jest.spyOn(Date, 'now').mockReturnValue(0);
  expect(passed(500, (i) => `ironstone_session=${one}; other=${i}`, 'a')).toBe(120);
  expect(passed(500, (i) => `other=${i}`, 'b')).toBe(120);
  expect(passed(6000, (i) => `ironstone_session=${all}${i}`, 'c')).toBe(40 * 120);
  clock.mockRestore();
});

describe('slips and shared devices', () => {
  const slipsOf = async (more: object = {}) => {
    await asPerson(p.instructorId);
    return done(await makeSlips({ projectId: p.id, sectionId: p.sections['2'], days: 7, ...more })).slips;
  };
  const tokenOf = (address: string) => address.split('/s/')[1]!;

  test('a sheet has one slip for each student, each opens once', async () => {
    const slips = await slipsOf();
    const [{ n }] = await pool()<
      [{ n: number }]
    >`select count(*) as n from enrolment where section_id = ${p.sections['2']!}`;
    expect(slips).toHaveLength(n);
    expect(slips[0]!.code).toMatch(/^<svg/);
    // By the code too, however it is typed.
    expect(slips[0]!.short).toMatch(/^[2-9A-Z]{5}-[2-9A-Z]{5}$/);
    const typed = ` ${slips[0]!.short.toLowerCase().replace('-', ' ')} `;
    expect(await findSlip(pool(), typed)).toMatchObject({ name: slips[0]!.name });
    expect(await findSlip(pool(), slips[0]!.short.slice(1))).toBeNull();
    const token = tokenOf(slips[0]!.address);
    expect(await findSlip(pool(), token)).toMatchObject({ name: slips[0]!.name, project: 'Gully Courier' });
    holding({});
    done(await signInBySlip({ token, share: false }));
    expect(held('ironstone_session')).toMatch(/^[\w-]{43}$/);
    expect(refused(await signInBySlip({ token, share: false }))['']).toMatch(/was used/);
    expect(await findSlip(pool(), token)).toBeNull();
  });

  test('new slips make the earlier ones worthless, and an expired one opens nothing', async () => {
    const [old] = await slipsOf();
    const [fresh] = await slipsOf();
    expect(await findSlip(pool(), tokenOf(old!.address))).toBeNull();
    await pool()`update sign_in_slip set expires_at = now() - interval '1 second' where used_at is null`;
    expect(refused(await signInBySlip({ token: tokenOf(fresh!.address), share: false }))['']).toMatch(/expired/);
  });

  test('two students share a phone; each writes under their own name, and a lost phone shuts out both', async () => {
    const slips = await slipsOf();
    const two = slips.filter((slip) => slip.team === 'Flint').slice(0, 2);
    holding({});
    done(await signInBySlip({ token: tokenOf(two[0]!.address), share: false }));
    done(await signInBySlip({ token: tokenOf(two[1]!.address), share: true }));
    const now = (await signedIn())!;
    expect(now.name).toBe(two[1]!.name);
    const both = await listSharing(pool(), now);
    expect(both.map((one) => one.name).sort()).toEqual(two.map((one) => one.name).sort());
    const first = both.find((one) => one.id !== now.id)!;
    const answer = await post({ ...run(), entry: stamp(first.id) });
    expect(answer.status).toBe(200);
    const [row] = await pool()<[{ name: string }]>`
      select actor_name as name from audit where object_kind = 'run' order by id desc limit 1`;
    expect(row.name).toBe(first.name);
    done(await handOver({ accountId: first.id }));
    expect((await signedIn())!.id).toBe(first.id);
    expect(refused(await handOver({ accountId: p.studentOf('Marl') }))['']).toMatch(/signed out on this device/);
    const cookies = { ironstone_session: held('ironstone_session')! };
    await asPerson(p.instructorId);
    expect((await listDevices(pool(), p.id)).find((one) => one.accountId === now.id)?.count).toBeGreaterThan(0);
    const { who } = done(await endSessions({ projectId: p.id, accountId: now.id }));
    expect(who.split(', ')).toEqual(expect.arrayContaining(two.map((one) => one.name)));
    holding(cookies);
    expect(await signedIn()).toBeNull();
    expect((await post({ ...run(), entry: stamp(first.id) })).status).toBe(401);
  });

  const flint = async () => (await slipsOf()).filter((slip) => slip.team === 'Flint');
  const join = async (slip: { address: string }, share: boolean) =>
    done(await signInBySlip({ token: tokenOf(slip.address), share }));

  test('who once knew a device’s cookie is handed no account: only a live session in this browser is joined', async () => {
    const [one, two] = await flint();
    holding({});
    await join(one!, false);
    const first = (await signedIn())!;
    const device = held('ironstone_device')!;
    holding({ ironstone_device: device });
    await join(two!, true); // nobody is signed in here
    expect((await signedIn())!.groupId).toBeNull();
    expect(held('ironstone_device')).not.toBe(device);
    expect(refused(await handOver({ accountId: first.id }))['']).toMatch(/signed out on this device/);
  });

  test('sharing ends with the lesson, and with it the session of whoever joined', async () => {
    const [one, two] = await flint();
    holding({});
    await join(one!, false);
    const first = (await signedIn())!;
    const token = held('ironstone_session')!;
    await join(two!, true);
    const [{ minutes }] = await pool()<[{ minutes: number }]>`
      select round(extract(epoch from shared_until - now()) / 60) as minutes from session where id = ${first.sessionId}`;
    // The demo stands at 10:02; its lesson lasts from 10:05 to 10:55, and sharing ten minutes longer.
    expect(minutes).toBe(63);
    await pool()`update session set shared_until = now() - interval '1 s', expires_at = least(expires_at,
      case when expires_at = shared_until then now() - interval '1 s' else expires_at end) where shared_until is not null`;
    expect(await signedIn()).toBeNull();
    holding({ ironstone_session: token });
    expect(await signedIn()).toMatchObject({ id: first.id, groupId: null });
  });

  test('students without a project together share nothing', async () => {
    const other = await demoProject('elsewhere');
    const [slip] = await flint();
    await asPerson(other.studentOf('Flint'));
    expect(refused(await signInBySlip({ token: tokenOf(slip!.address), share: true }))['']).toMatch(
      /no project together/,
    );
    await join(slip!, false); // the slip was not used up
  });

  test('signing in anew in one browser ends the session before it', async () => {
    const [one, two] = await flint();
    holding({});
    await join(one!, false);
    const before = held('ironstone_session')!;
    await join(two!, false);
    holding({ ironstone_session: before });
    expect(await signedIn()).toBeNull();
  });

  test('a session ends after a term, however much it is used; one’s others end by one press', async () => {
    const student = p.studentOf('Flint');
    await asPerson(student);
    const here = (await signedIn())!;
    await pool()`update session set created_at = now() - interval '149 days', expires_at = now() + interval '1 hour' where id = ${here.sessionId}`;
    expect(await signedIn()).not.toBeNull();
    const [{ hours }] = await pool()<[{ hours: number }]>`
      select round(extract(epoch from expires_at - now()) / 3600) as hours from session where id = ${here.sessionId}`;
    expect(hours).toBe(24);
    const cookie = held('ironstone_session')!;
    await asPerson(student);
    expect((await listOwnSessions(pool(), student)).length).toBeGreaterThan(1);
    done(await endOtherSessions());
    expect(await listOwnSessions(pool(), student)).toHaveLength(1);
    holding({ ironstone_session: cookie });
    expect(await signedIn()).toBeNull();
    expect(await endOtherSessions()).toMatchObject({ ok: false });
  });

  test('an instructor never shares a device', async () => {
    const [slip] = await slipsOf();
    const instructor = (await signedIn())!;
    done(await signInBySlip({ token: tokenOf(slip!.address), share: true }));
    const student = (await signedIn())!;
    expect(student.groupId).toBeNull();
    expect(refused(await handOver({ accountId: instructor.id }))['']).toMatch(/signed out on this device/);
  });
});

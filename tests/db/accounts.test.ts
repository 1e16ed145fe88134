import { pool } from '@/db/connection';
import { changePassword, setUp, signIn } from '@/areas/course/write/accounts/actions';
import { importRoster, moveMember, previewRoster, resetPassword } from '@/areas/course/write/teams';
import { findSeat } from '@/server/access';
import { findLink, findSession, SESSION_COOKIE } from '@/server/actor';
import { listStudents } from '@/areas/course/read/classes';
import { hashPassword, newPassword, newToken, passwordFits, tokenHash } from '@/server/secrets';
import { signOut } from '@/server/sessions';
import { makeLink } from '@/areas/course/write/links/commands';
import {
  asPerson,
  asVisitor,
  bySystem,
  demoProject,
  done,
  LINK_ENDS,
  makeAccount,
  ownDatabase,
  refused,
  rowCounts,
  type DemoProject,
} from './database';
import { cookies, holding } from './request';

ownDatabase();
let p: DemoProject;
beforeAll(async () => {
  p = await demoProject('teacher');
});
const enter = (login: string, password: string) => signIn({ login, password });
const held = async () => (await cookies()).get(SESSION_COOKIE)?.value;
async function withPassword(kind: 'instructor' | 'student', login: string, password: string): Promise<string> {
  const id = await makeAccount(kind, login);
  const hash = await hashPassword(password);
  await bySystem((tx) => tx`update account set password_hash = ${hash} where id = ${id}`);
  return id;
}

describe('secrets', () => {
  test('passwords are hashed with argon2id and salted', async () => {
    const [a, b] = [await hashPassword('kelp-forest'), await hashPassword('kelp-forest')];
    expect(a).toMatch(/^\$argon2id\$/);
    expect(a).not.toBe(b);
    expect(await passwordFits(a, 'kelp-forest')).toBe(true);
    expect(await passwordFits(a, 'kelp-forests')).toBe(false);
    expect(await passwordFits(null, 'kelp-forest')).toBe(false);
  });
  test('tokens are long, different, and stored as their hash only', () => {
    const tokens = new Set(Array.from({ length: 100 }, newToken));
    expect(tokens.size).toBe(100);
    expect([...tokens].every((token) => /^[\w-]{43}$/.test(token))).toBe(true);
    expect(tokenHash('x')).toHaveLength(32);
  });
  test('new passwords can be read out', () => {
    expect(newPassword()).toMatch(/^[a-z]{6}-[a-z]{6}-\d{3}$/);
  });
});

describe('signing in', () => {
  test('opens a session that only its cookie leads to', async () => {
    await withPassword('student', 'ada.f9', 'right-word');
    asVisitor();
    done(await enter('  ADA.F9 ', 'right-word'));
    const token = (await held())!;
    expect(await findSession(pool(), token)).toMatchObject({ login: 'ada.f9', kind: 'student' });
    const rows = await pool()<{ hash: string }[]>`select encode(token_hash, 'escape') as hash from session`;
    expect(rows.some((row) => row.hash.includes(token))).toBe(false);
    await signOut();
    expect(await findSession(pool(), token)).toBeNull();
  });

  test('a wrong name and a wrong password get the same answer', async () => {
    await withPassword('student', 'wrong.one', 'right-word');
    asVisitor();
    const [name, word] = [refused(await enter('no.body', 'x')), refused(await enter('wrong.one', 'x'))];
    expect(name).toEqual(word);
    expect(await held()).toBeUndefined();
  });

  test('five wrong passwords close the account, not the class; a reset by the instructor opens it', async () => {
    const student = p.studentOf('Flint');
    const [{ login }] = await pool()<[{ login: string }]>`select login from account where id = ${student}`;
    asVisitor();
    for (let i = 0; i < 5; i++) expect(refused(await enter(login, 'guess')).password).toMatch(/do not fit/);
    expect(refused(await enter(login, 'guess')).password).toMatch(/Too many wrong passwords/);
    await withPassword('student', 'class.mate', 'right-word');
    done(await enter('class.mate', 'right-word'));
    await asPerson(p.instructorId);
    const { password } = done(await resetPassword({ projectId: p.id, accountId: student }));
    asVisitor();
    done(await enter(login, password));
  });

  test('asking two hundred times at once is no way round the five', async () => {
    await withPassword('student', 'many.at.once', 'right-word');
    asVisitor();
    const answers = await Promise.all(Array.from({ length: 200 }, (_, i) => enter('many.at.once', `guess ${i}`)));
    const looked = answers.filter((one) => /do not fit/.test(refused(one).password ?? ''));
    expect(looked).toHaveLength(5);
  });

  test('wrong tries elsewhere do not lock the owner out on a device they have used', async () => {
    await withPassword('student', 'own.device', 'right-word');
    asVisitor();
    done(await enter('own.device', 'right-word'));
    const device = (await cookies()).get('ironstone_device')!.value;
    asVisitor();
    for (let i = 0; i < 6; i++) await enter('own.device', 'guess');
    expect(refused(await enter('own.device', 'right-word')).password).toMatch(/Too many wrong passwords/);
    holding({ ironstone_device: device });
    done(await enter('own.device', 'right-word'));
  });

  test('the present password is guessed five times at most, and an instructor’s has ten characters', async () => {
    await asPerson(await withPassword('student', 'guessed', 'old-word-1'));
    const change = (current: string) => changePassword({ current, password: 'new-word-22' });
    for (let i = 0; i < 5; i++) expect(refused(await change('guess')).current).toMatch(/not your current password/);
    expect(refused(await change('old-word-1')).current).toMatch(/Too many wrong passwords/);
    await asPerson(await withPassword('instructor', 'short.word', 'old-word-1'));
    const short = await changePassword({ current: 'old-word-1', password: 'eight-88' });
    expect(refused(short).password).toMatch(/at least 10 characters/);
  });

  test('passwords that everybody uses are refused, with digits behind them too, and one’s own name', async () => {
    await asPerson(await withPassword('instructor', 'tilda.moor', 'old-word-1'));
    const change = async (password: string) =>
      refused(await changePassword({ current: 'old-word-1', password })).password;
    for (const word of ['1234567890', 'qwertyuiop', 'Football2026', 'baseball!!', 'aaaabbbbcc', 'PASSWORD 123'])
      expect(await change(word)).toMatch(/Many people use this password/);
    for (const word of ['tilda.moor', 'Tilda.Moor7', 'TildaMoor2026']) expect(await change(word)).toMatch(/own name/);
    done(await changePassword({ current: 'old-word-1', password: 'kelp-forest-9' }));
  });

  test('a flood from one address closes it only at a high ceiling', async () => {
    const failures = Array.from({ length: 299 }, (_, i) => ({
      login: `flood${i}`,
      address: '127.0.0.1',
      succeeded: false,
    }));
    await pool()`delete from sign_in_attempt`;
    await pool()`insert into sign_in_attempt ${pool()(failures)}`;
    asVisitor();
    expect(refused(await enter('some.body', 'x')).password).toMatch(/do not fit/);
    expect(refused(await enter('any.body', 'x')).password).toMatch(/Too many failures from this network/);
    await pool()`delete from sign_in_attempt`;
  });

  test('a session expires, slides while used, and ends when revoked', async () => {
    const id = await makeAccount('student', 'slider');
    const token = newToken();
    const [{ sessionId }] = await pool()<[{ sessionId: string }]>`
      insert into session (token_hash, account_id, expires_at) values (${tokenHash(token)}, ${id}, now() + interval '2 days') returning id as session_id`;
    expect(await findSession(pool(), token)).not.toBeNull();
    const [{ days }] = await pool()<
      [{ days: number }]
    >`select extract(day from expires_at - now()) as days from session where id = ${sessionId}`;
    expect(days).toBeGreaterThanOrEqual(13);
    await pool()`update session set expires_at = now() - interval '1 second' where id = ${sessionId}`;
    expect(await findSession(pool(), token)).toBeNull();
    expect(await findSession(pool(), 'made up')).toBeNull();
  });

  test('changing the password ends every other session', async () => {
    const id = await withPassword('student', 'changer', 'old-word-1');
    await asPerson(id);
    const old = (await held())!;
    await asPerson(id);
    expect(refused(await changePassword({ current: 'nope', password: 'new-word-1' })).current).toMatch(
      /not your current password/,
    );
    expect(refused(await changePassword({ current: 'old-word-1', password: 'short' })).password).toMatch(/at least 8/);
    done(await changePassword({ current: 'old-word-1', password: 'new-word-1' }));
    expect(await findSession(pool(), old)).toBeNull();
    expect(await findSession(pool(), (await held())!)).not.toBeNull();
  });
});

test('a token for setting up is looked at before anything is hashed, and before the password', async () => {
  const form = { token: 'guess', name: 'First One', login: 'first', password: '1234567890' };
  asVisitor();
  expect(refused(await setUp(form))).toEqual({ token: expect.stringMatching(/does not fit/) });
});

test('the set-up token works once, and not while there is an instructor', async () => {
  const token = newToken();
  await pool()`insert into setup_token (token_hash) values (${tokenHash(token)})`;
  const form = { token, name: 'First One', login: 'first', password: 'long enough' };
  asVisitor();
  expect(refused(await setUp({ ...form, token: 'guess' })).token).toMatch(/does not fit/);
  expect(refused(await setUp(form)).token).toMatch(/does not fit, or was used/);
});

test('a link ends by its date and by hand', async () => {
  const make = () => bySystem((tx) => makeLink(tx, p.id, { purpose: 'client', label: 'Society', endsOn: LINK_ENDS }));
  const token = (await make()).replace('/l/', '');
  expect(await findLink(pool(), token)).toMatchObject({ kind: 'client', projectId: p.id, name: 'Society' });
  await bySystem((tx) => tx`update access_link set ends_at = now() where token_hash = ${tokenHash(token)}`);
  expect(await findLink(pool(), token)).toBeNull();
  await expect(
    bySystem((tx) => makeLink(tx, p.id, { purpose: 'client', label: 'Late', endsOn: '2020-01-01' })),
  ).rejects.toThrow(/has passed/);
  await expect(
    bySystem((tx) => makeLink(tx, p.id, { purpose: 'client', label: 'Long', endsOn: '9999-01-01' })),
  ).rejects.toThrow(/within a year/);
});

describe('rosters', () => {
  const paste = (text: string, section = '2') => ({ projectId: p.id, sectionId: p.sections[section], text });

  test('a preview writes nothing and names each bad row', async () => {
    await asPerson(p.instructorId);
    const before = await rowCounts();
    const text = 'name,student number,team\nUna Byrd,901,Flint\n,902,Flint\nVik Moss,901,Marl\nWanda Reed,904,Chert';
    const { rows } = done(await previewRoster(paste(text)));
    expect(rows.map((row) => row.problem)).toEqual([
      null,
      'The name is missing.',
      'The same student number stands in line 2.',
      'The team Chert belongs to section 5.',
    ]);
    expect(await rowCounts()).toEqual(before);
  });

  test('good rows that were not left out are enrolled with a password shown once; the team is found or made', async () => {
    await asPerson(p.instructorId);
    const text = 'Team;Name;Student number\nGabbro;Una Byrd;901\nFlint;Wyn Alt;903\nFlint;Vik Moss;902';
    const { accounts, enrolled } = done(await importRoster({ ...paste(text), without: [3] }));
    expect(enrolled).toBe(2);
    expect(accounts.map((one) => one.login)).toEqual(['una.b', 'vik.m']);
    asVisitor();
    done(await enter('una.b', accounts[0]!.password));
    const [team] =
      await pool()`select t.name, s.name as section from team t join section s on s.id = t.section_id where t.name = 'Gabbro'`;
    expect(team).toEqual({ name: 'Gabbro', section: '2' });
  });

  test('the same roster again makes nobody twice, with or without student numbers', async () => {
    await asPerson(p.instructorId);
    done(await importRoster(paste('name,team\nXena Hill,Flint')));
    const before = await rowCounts();
    expect(done(await importRoster(paste('name,team\nxena hill,Flint'))).accounts).toEqual([]);
    expect(done(await importRoster(paste('name,student number\nUna Byrd,901'))).accounts).toEqual([]);
    expect({ ...(await rowCounts()), audit: 0 }).toEqual({ ...before, audit: 0 });
  });

  test('a student of another section is refused, and 5,000 rows at once', async () => {
    await asPerson(p.instructorId);
    const problem = refused(await importRoster(paste('name,student number\nUna Byrd,901', '5')));
    expect(problem.text).toMatch(/No row/);
    const rows = Array.from({ length: 5000 }, (_, i) => `Student ${i},${10_000 + i}`).join('\n');
    const before = await rowCounts();
    expect(refused(await importRoster(paste(`name,student number\n${rows}`))).text).toMatch(
      /at most 300 students; this one has 5000/,
    );
    expect(await rowCounts()).toEqual(before);
  });

  test('a student changes team and section, leaves and comes back; the work keeps its author', async () => {
    const student = p.studentOf('Flint');
    const asked = async () => (await pool()`select 1 from question where asked_by = ${student}`).length;
    const [{ id: visitId }] = await pool()<[{ id: string }]>`select id from visit where project_id = ${p.id} limit 1`;
    await bySystem(
      (tx) => tx`insert into question (id, project_id, visit_id, asked_by, text, position)
        values (gen_random_uuid(), ${p.id}, ${visitId}, ${student}, 'How wide is the path?', 90)`,
    );
    const before = await asked();
    await asPerson(p.instructorId);
    const [two, five] = [p.sections['2']!, p.sections['5']!];
    const move = (sectionId: string, team: string | null, left = false) =>
      moveMember({ projectId: p.id, accountId: student, sectionId, teamId: team && p.teams[team], left });
    const seat = async () => {
      const row = await pool()<{ section: string; team: string | null }[]>`
        select e.section_id as section, m.team_id as team from enrolment e
        left join team_member m on m.account_id = e.account_id and m.project_id = e.project_id
        where e.project_id = ${p.id} and e.account_id = ${student}`;
      return row[0];
    };
    expect(refused(await move(two, 'Chert')).teamId).toMatch(/another section/);
    done(await move(two, 'Marl'));
    done(await move(five, 'Chert'));
    expect(await seat()).toEqual({ section: five, team: p.teams.Chert });
    done(await move(five, null, true));
    expect(await seat()).toEqual({ section: five, team: null });
    const actor = {
      kind: 'student',
      id: student,
      name: '',
      login: '',
      sessionId: '',
      groupId: null,
    } as const;
    expect(await findSeat(pool(), actor, p.id)).toBeNull();
    expect((await listStudents(pool(), p.id)).some((one) => one.accountId === student)).toBe(false);
    done(await move(two, 'Flint'));
    expect((await findSeat(pool(), actor, p.id))?.teamId).toBe(p.teams.Flint);
    expect(await asked()).toBe(before);
    const moves =
      await pool()`select 1 from audit where object_kind in ('enrolment', 'team_member') and object_id = ${student}`;
    expect(moves.length).toBeGreaterThanOrEqual(5);
  });

  test('a password is reset for students of the own project only', async () => {
    const stranger = await makeAccount('student', 'stranger');
    await asPerson(p.instructorId);
    expect((await resetPassword({ projectId: p.id, accountId: stranger })).ok).toBe(false);
    expect((await resetPassword({ projectId: p.id, accountId: p.instructorId })).ok).toBe(false);
    await asPerson(p.studentOf('Flint'));
    expect(await resetPassword({ projectId: p.id, accountId: p.studentOf('Flint') })).toMatchObject({ denied: true });
    holding({});
    expect(await resetPassword({ projectId: p.id, accountId: p.studentOf('Flint') })).toMatchObject({ denied: true });
  });
});

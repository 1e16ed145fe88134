import { pool } from '@/db/connection';
import { aboutPerson } from '@/shell/data/about';
import { listStaff } from '@/areas/course/read/people/staff';
import { signIn } from '@/areas/course/write/accounts/actions';
import { erase, eraseAll } from '@/shell/data/actions';
import { changeStaff, inviteStaff, removeStaff } from '@/areas/course/write/staff';
import { importRoster, makeSlips, resetPassword } from '@/areas/course/write/teams';
import { saveComponent } from '@/areas/standings/write/actions';
import { setAbsent } from '@/areas/plan/write/actions';
import { createLink } from '@/areas/course/write/links/actions';
import { findSeat } from '@/server/access';
import { signedIn } from '@/server/actor';
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
  type DemoProject,
} from './database';

// Several instructors in one installation: what a number, an invitation and a role open, and what they do not.
ownDatabase();
let a: DemoProject;
let second: DemoProject;
let b: string;
beforeAll(async () => {
  a = await demoProject('teacher.a');
  second = await demoProject('teacher.c');
  b = await makeAccount('instructor', 'teacher.b', 'Bela Wren');
});
const seatOf = async () => findSeat(pool(), await signedIn(), a.id);
const invite = async (role: string, name = 'teacher.b') => {
  await asPerson(a.instructorId);
  return inviteStaff({ projectId: a.id, name, role });
};
async function leaveAll() {
  await bySystem((tx) => tx`delete from project_instructor where account_id = ${b}`);
}
afterEach(leaveAll);

describe('a student number', () => {
  const paste = (projectId: string, sectionId: string, number: string) => ({
    projectId,
    sectionId,
    text: `name,student number\nSame Number,${number}`,
  });

  test('of another instructor’s student opens nothing: the roster makes somebody new', async () => {
    const victim = a.studentOf('Flint');
    const [{ number }] = await pool()<
      [{ number: string }]
    >`select student_number as number from account where id = ${victim}`;
    expect(number).toBeTruthy();
    await asPerson(second.instructorId);
    const { accounts } = done(await importRoster(paste(second.id, second.sections['2']!, number)));
    // Their own project has the same roster, so it is their own student of this number, and not the other’s.
    expect(accounts).toEqual([]);
    const own = await pool()<{ id: string }[]>`
      select a.id from account a join enrolment e on e.account_id = a.id where e.project_id = ${second.id} and a.student_number = ${number}`;
    expect(own.map(({ id }) => id)).not.toContain(victim);
    expect(own).toHaveLength(1);
    expect(refused(await resetPassword({ projectId: second.id, accountId: victim }))['']).toMatch(/not enrolled/);
  });

  test('of one’s own student finds them again, in every project that one leads', async () => {
    const again = await bySystem(async (tx) => {
      const [row] = await tx<[{ id: string }]>`
        insert into project (title, client_name, event_date, retention_until) values ('Next', 'x', '2027-01-01', '2028-01-01') returning id`;
      await tx`insert into project_instructor (project_id, account_id) values (${row.id}, ${a.instructorId})`;
      const [section] = await tx<[{ id: string }]>`
        insert into section (project_id, name, first_day, last_day, pattern)
        values (${row.id}, '1', '2026-11-01', '2026-12-01', '{"kind": "weekly", "slots": [{"day": "Mon", "start": "10:00", "minutes": 50}]}') returning id`;
      return { id: row.id, sectionId: section.id };
    });
    const student = a.studentOf('Marl');
    const [{ number }] = await pool()<
      [{ number: string }]
    >`select student_number as number from account where id = ${student}`;
    await asPerson(a.instructorId);
    expect(done(await importRoster(paste(again.id, again.sectionId, number))).accounts).toEqual([]);
    const [row] = await pool()<
      { accountId: string }[]
    >`select account_id from enrolment where project_id = ${again.id}`;
    expect(row!.accountId).toBe(student);

    // Whoever leads only one of the two can’t become this student, nor erase them, nor read the other project in their file.
    done(await invite('owner'));
    await asPerson(b);
    expect(refused(await resetPassword({ projectId: a.id, accountId: student }))['']).toMatch(
      /is in a project of teacher.a too, so you can’t reset their password/,
    );
    const one = { projectId: a.id, sectionId: a.sections['2']!, days: 7 };
    expect(refused(await makeSlips({ ...one, accountId: student }))['']).toMatch(/can’t make a slip/);
    const all = await makeSlips({ ...one, accountId: null });
    expect(all).toMatchObject({
      ok: true,
      notes: [expect.stringMatching(/^No slip for .* project of teacher.a too$/)],
    });
    expect(refused(await erase({ projectId: a.id, accountId: student }))['']).toMatch(/can’t erase them/);
    const told = JSON.stringify(await aboutPerson(pool(), student, b));
    expect(told).toContain('Gully Courier');
    expect(told).not.toContain('"Next"');
    expect(told).not.toContain('signInAttempts');
    expect(JSON.stringify(await aboutPerson(pool(), student))).toContain('"Next"');
  });
});

describe('who leads a project', () => {
  test('somebody new is invited by name: an account with a password that is shown once', async () => {
    expect(refused(await invite('assistant', 'nobody'))['name']).toMatch(/whole name/);
    const made = done(await invite('assistant', 'Ottilie Brook'));
    expect(made).toMatchObject({ login: 'ottilie.b', password: expect.stringMatching(/^[a-z]{6}-[a-z]{6}-\d{3}$/) });
    asVisitor();
    expect(done(await signIn({ login: made.login, password: made.password })).kind).toBe('instructor');
    expect(await seatOf()).toMatchObject({ role: 'assistant', owner: false });
    expect(refused(await invite('owner', made.login)).name).toMatch(/already/);
  });

  test('an assistant records, and does not grade, decide, or hand out ways in', async () => {
    done(await invite('assistant'));
    await asPerson(b);
    const absent = { projectId: a.id, accountId: a.studentOf('Flint'), day: '2026-10-26', absent: true };
    done(await setAbsent(absent));
    const projectId = a.id;
    const link = { projectId, purpose: 'board', label: 'x', endsOn: LINK_ENDS };
    const denied = [
      saveComponent({ projectId }),
      createLink(link),
      resetPassword({ projectId, accountId: a.studentOf('Flint') }),
      makeSlips({ projectId, sectionId: a.sections['2'], accountId: null, days: 7 }),
      eraseAll({ projectId, names: 1 }),
      inviteStaff({ projectId, name: 'teacher.b', role: 'owner' }),
      changeStaff({ projectId, accountId: b, role: 'owner' }),
    ];
    for (const outcome of await Promise.all(denied)) expect(outcome).toMatchObject({ denied: true });
  });

  test('a co-instructor does all but erase people and say who leads', async () => {
    done(await invite('co-instructor'));
    await asPerson(b);
    const projectId = a.id;
    done(await createLink({ projectId, purpose: 'board', label: 'x', endsOn: LINK_ENDS }));
    done(await resetPassword({ projectId, accountId: a.studentOf('Flint') }));
    expect(await erase({ projectId, accountId: a.studentOf('Flint') })).toMatchObject({ denied: true });
    expect(await removeStaff({ projectId, accountId: a.instructorId })).toMatchObject({ denied: true });
    expect(await changeStaff({ projectId, accountId: b, role: 'owner' })).toMatchObject({ denied: true });
    await asPerson(a.instructorId);
    done(await removeStaff({ projectId, accountId: b }));
    await asPerson(b);
    expect(await seatOf()).toBeNull();
  });

  test('a project keeps an owner, also when two take each other out at once', async () => {
    await asPerson(a.instructorId);
    const self = { projectId: a.id, accountId: a.instructorId };
    expect(refused(await changeStaff({ ...self, role: 'assistant' }))['']).toMatch(/has an owner/);
    expect(refused(await removeStaff(self))['']).toMatch(/has an owner/);
    done(await invite('owner'));
    await asPerson(a.instructorId);
    const outcomes = await Promise.all([
      removeStaff(self),
      removeStaff({ projectId: a.id, accountId: b }),
      changeStaff({ projectId: a.id, accountId: b, role: 'assistant' }),
    ]);
    expect(outcomes.some(({ ok }) => !ok)).toBe(true);
    const staff = await listStaff(pool(), a.id);
    expect(staff.filter(({ role }) => role === 'owner').length).toBeGreaterThanOrEqual(1);
    await bySystem(
      (tx) =>
        tx`insert into project_instructor (project_id, account_id) values (${a.id}, ${a.instructorId}) on conflict do nothing`,
    );
  });
});

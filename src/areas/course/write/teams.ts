'use server';

import type { Tx } from '@/db/connection';
import { FieldError } from '@/server/outcome';
import { loginFor } from '@/server/logins';
import { action } from '@/server/perform';
import { hashPassword, newPassword } from '@/server/secrets';
import { publicOrigin } from '@/server/origin';
import { mustBeEnrolled } from '@/areas/course/read/classes/enrolled';
import { saveRow } from '@/server/saveRow';
import { noteAct } from '@/server/write';
import { endSessionsOf } from '@/areas/course/read/people/devices';
import { readRoster, type Roster, type RosterRow } from '@/areas/course/shared/teams/roster';
import {
  moveSchema,
  resetSchema,
  roleSchema,
  rolesSchema,
  rolesSeen,
  rosterSchema,
  slipsSchema,
  teamSchema,
} from '@/areas/course/records/teams';
import { listForSlips, makeSlipsFor } from '@/areas/course/read/people/slips';
import { findByNumber, listElsewhere, mustLeadAll } from '@/areas/course/read/people/staff';

export interface NewAccount {
  name: string;
  login: string;
  password: string;
}

/** Reads a roster and says what would happen, row by row. Writes nothing. */
export const previewRoster = action('previewRoster', rosterSchema, async ({ tx, projectId }, { sectionId, text }) =>
  checkAgainst(tx, projectId, sectionId, readRoster(text)),
);

/** Enrols the students of a roster whose rows are good; new accounts get a password that is shown once. */
export const importRoster = action(
  'importRoster',
  rosterSchema,
  async ({ tx, projectId, seat }, { sectionId, text, without }) => {
    const roster = await checkAgainst(tx, projectId, sectionId, readRoster(text));
    if (roster.problem) throw new FieldError('text', roster.problem);
    const rows = roster.rows.filter((row) => !row.problem && !without.includes(row.line));
    if (rows.length === 0) throw new FieldError('text', 'No row of this roster can be taken.');
    const { people, accounts } = await findOrMake(tx, { projectId, sectionId, instructorId: seat.actor.id }, rows);
    const teams = await findOrMakeTeams(tx, projectId, sectionId, rows);
    await tx`insert into enrolment ${tx(people.map(({ id }) => ({ projectId, sectionId, accountId: id })))}
          on conflict (project_id, account_id) do update set left_on = null`;
    const members = people.flatMap(({ id, row }) =>
      row.team
        ? [{ projectId, sectionId, accountId: id, teamId: teams.get(row.team.toLowerCase())!, role: row.role }]
        : [],
    );
    if (members.length) {
      await tx`insert into team_member ${tx(members)}
            on conflict (project_id, account_id) do update set team_id = excluded.team_id, role = excluded.role`;
    }
    return { accounts, enrolled: people.length, left: roster.rows.length - rows.length };
  },
);

/** Puts a student into a section and one of its teams or none, or out of the class; what they did stays as it is. */
export const moveMember = action(
  'moveMember',
  moveSchema,
  async ({ tx, projectId, now }, { accountId, sectionId, teamId, left }) => {
    await mustBeEnrolled(tx, projectId, accountId);
    const [section] = await tx`select 1 from section where id = ${sectionId} and project_id = ${projectId}`;
    if (!section) throw new FieldError('sectionId', 'This section is not part of the project.');
    const [team] = teamId
      ? await tx`select 1 from team where id = ${teamId} and section_id = ${sectionId} and project_id = ${projectId}`
      : [true];
    if (!team) throw new FieldError('teamId', 'This team belongs to another section.');
    const leftOn = left ? now.slice(0, 10) : null;
    const member = { projectId, sectionId, accountId };
    const here = tx`project_id = ${projectId} and account_id = ${accountId}`;
    if (left || !teamId) await tx`delete from team_member where ${here}`;
    else await tx`delete from team_member where ${here} and section_id <> ${sectionId}`;
    await tx`update enrolment set section_id = ${sectionId}, left_on = ${leftOn} where ${here}`;
    if (teamId && !left)
      await tx`insert into team_member ${tx({ ...member, teamId })}
            on conflict (project_id, account_id) do update set team_id = excluded.team_id`;
  },
);

/** A team's name and the colour of its tag. */
export const saveTeam = action('saveTeam', teamSchema, async (work, { id, version, name, colour }) => {
  if (!id) throw new FieldError('', 'Teams are made by the roster or by a proposal.');
  return {
    id: await saveRow(work, 'team', { id, version }, { name, colour }, (row) => ({
      name: row.name,
      colour: row.colour,
    })),
  };
});

/** The roles of the project, what each is answerable for, and which every team needs. */
export const saveRoles = action('saveRoles', rolesSchema, async ({ tx, projectId }, { roles, seen }) => {
  await tx`select 1 from project where id = ${projectId} for update`;
  const now = await tx<{ name: string; answerableFor: string; needed: boolean }[]>`
          select name, answerable_for, needed from team_role where project_id = ${projectId}`;
  if (seen !== rolesSeen(now))
    throw new FieldError('', 'Somebody else has changed the roles meanwhile. Reload to see it; what you typed stays.');
  await tx`delete from team_role where project_id = ${projectId}`;
  const rows = roles.map((role) => ({ projectId, ...role }));
  if (rows.length > 0) await tx`insert into team_role ${tx(rows)}`;
});

/** The role a student has in the team. */
export const setRole = action('setRole', roleSchema, async ({ tx, projectId }, { accountId, role }) => {
  const set = await tx`
          update team_member set role = ${role} where project_id = ${projectId} and account_id = ${accountId} returning 1`;
  if (set.length === 0) throw new FieldError('', 'This student is in no team.');
});

/** A new password for a student of the project: shown once, all their sessions end, failed tries are forgiven. */
export const resetPassword = action('resetPassword', resetSchema, async ({ tx, projectId, seat }, { accountId }) => {
  await mustBeEnrolled(tx, projectId, accountId);
  await mustLeadAll(tx, seat.actor.id, { accountId, act: 'reset their password' });
  const password = newPassword();
  const changed = await tx`
          update account set password_hash = ${await hashPassword(password)}, failures_forgiven_at = now()
          where id = ${accountId} and kind = 'student'
            and exists (select from enrolment e where e.project_id = ${projectId} and e.account_id = account.id) returning 1`;
  if (changed.length === 0) throw new FieldError('', 'This student is not enrolled in the project.');
  await tx`update session set revoked_at = now() where account_id = ${accountId} and revoked_at is null`;
  return { password };
});

/** Slips to sign in with, for a section or one student: shown and printed once. */
export const makeSlips = action(
  'makeSlips',
  slipsSchema,
  async ({ tx, projectId, seat, notes }, { sectionId, accountId, days }) => {
    const { origin } = await publicOrigin();
    const students = await listForSlips(tx, projectId, sectionId, accountId);
    const elsewhere = await listElsewhere(
      tx,
      seat.actor.id,
      students.map(({ id }) => id),
    );
    if (accountId && students.length > 0)
      await mustLeadAll(tx, seat.actor.id, { accountId, act: 'make a slip for them' });
    for (const { name, owners } of elsewhere) notes.push(`No slip for ${name}, who is in a project of ${owners} too`);
    const slips = await makeSlipsFor(
      tx,
      students.filter(({ id }) => !elsewhere.some((one) => one.accountId === id)),
      { projectId, days, origin },
    );
    if (slips.length === 0) throw new FieldError('', 'Nobody is enrolled here.');
    await noteAct(tx, projectId, { kind: 'slip', id: sectionId, what: { slips: slips.length, days } });
    return { slips };
  },
);

/** Shuts out a lost phone: ends all sessions of a student, and of whoever shares a device with them. */
export const endSessions = action('endSessions', resetSchema, async ({ tx, projectId }, { accountId }) => {
  await mustBeEnrolled(tx, projectId, accountId);
  const names = await endSessionsOf(tx, accountId);
  await noteAct(tx, projectId, { kind: 'session', id: accountId, what: { ended: names.join(', ') } });
  return { who: names.join(', ') };
});

/** Marks rows that the database would refuse: enrolled in another section, a team name of another section. */
async function checkAgainst(tx: Tx, projectId: string, sectionId: string, roster: Roster): Promise<Roster> {
  const numbers = roster.rows.map((row) => row.number).filter(Boolean);
  const elsewhere = await tx<{ number: string; section: string }[]>`
    select a.student_number as number, s.name as section from enrolment e join account a on a.id = e.account_id join section s on s.id = e.section_id
    where e.project_id = ${projectId} and e.section_id <> ${sectionId} and a.student_number = any(${numbers})`;
  const foreign = await tx<{ name: string; section: string }[]>`
    select lower(t.name) as name, s.name as section from team t join section s on s.id = t.section_id
    where t.project_id = ${projectId} and t.section_id <> ${sectionId}`;
  for (const row of roster.rows) {
    const enrolled = elsewhere.find((one) => one.number === row.number);
    const team = foreign.find((one) => one.name === row.team.toLowerCase());
    row.problem ??= enrolled
      ? `Is enrolled in section ${enrolled.section} already.`
      : team
        ? `The team ${row.team} belongs to section ${team.section}.`
        : null;
  }
  return roster;
}

/**
 * The student of a row: by student number among those of the instructor's projects, or without one by the name in the
 * section; else a new account.
 */
async function findOrMake(
  tx: Tx,
  { projectId, sectionId, instructorId }: { projectId: string; sectionId: string; instructorId: string },
  rows: RosterRow[],
) {
  const numbers = rows.map((row) => row.number).filter(Boolean);
  const byNumber = await findByNumber(tx, instructorId, numbers, projectId);
  const here = await tx<{ id: string; name: string }[]>`
    select a.id, lower(a.name) as name from account a join enrolment e on e.account_id = a.id where e.section_id = ${sectionId}`;
  const byName = new Map(here.map(({ name, id }) => [name, id]));
  const existing = rows.flatMap((row) => {
    const id = row.number ? byNumber.get(row.number) : byName.get(row.name.toLowerCase());
    return id ? [{ id, row }] : [];
  });
  const missing = rows.filter((row) => !existing.some((one) => one.row === row));
  if (missing.length === 0) return { people: existing, accounts: [] };
  const logins = await tx<{ login: string }[]>`select lower(login) as login from account`;
  const taken = new Set(logins.map((row) => row.login));
  const made = await Promise.all(
    missing.map(async (row) => {
      const password = newPassword();
      return { row, password, login: loginFor(row.name, taken), hash: await hashPassword(password) };
    }),
  );
  const inserted = await tx<{ id: string; login: string }[]>`
    insert into account ${tx(made.map(({ row, login, hash }) => ({ kind: 'student', login, name: row.name, studentNumber: row.number || null, passwordHash: hash })))} returning id, login`;
  const people = made.map(({ row, login }) => ({ row, id: inserted.find((one) => one.login === login)!.id }));
  return {
    people: [...existing, ...people],
    accounts: made.map(({ row, login, password }) => ({ name: row.name, login, password })),
  };
}

async function findOrMakeTeams(
  tx: Tx,
  projectId: string,
  sectionId: string,
  rows: RosterRow[],
): Promise<Map<string, string>> {
  const names = [...new Map(rows.filter((row) => row.team).map((row) => [row.team.toLowerCase(), row.team])).values()];
  const teams = await tx<
    { id: string; name: string; sectionId: string }[]
  >`select id, name, section_id from team where project_id = ${projectId}`;
  const missing = names.filter((name) => !teams.some((team) => team.name.toLowerCase() === name.toLowerCase()));
  const made = missing.length
    ? await tx<{ id: string; name: string; sectionId: string }[]>`
        insert into team ${tx(missing.map((name, i) => ({ projectId, sectionId, name, colour: (teams.length + i) % 12 })))} returning id, name, section_id`
    : [];
  return new Map([...teams, ...made].map((team) => [team.name.toLowerCase(), team.id]));
}

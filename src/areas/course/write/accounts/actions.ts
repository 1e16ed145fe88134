'use server';

import { headers } from 'next/headers';
import { shortName } from '@/core/format';
import type { Sql } from '@/db/connection';
import { sharedMinutes } from '@/areas/course/read/people/sharing';
import { deviceHere, openSession, signedIn, type Beside } from '@/server/actor';
import { FieldError, type Outcome } from '@/server/outcome';
import { addressOf, take } from '@/server/rate';
import { settle, actionAs } from '@/server/perform';
import { hashPassword, passwordFits, tokenHash } from '@/server/secrets';
import { writeAs } from '@/server/write';
import { mayTry, succeeded } from './attempts';
import { refuseCommon } from './commonPassword';
import {
  LEAST_OF_INSTRUCTORS,
  passwordSchema,
  setUpSchema,
  signInSchema,
  slipSchema,
} from '@/areas/course/records/accounts';
import { findSlip, useUpSlip } from '@/areas/course/read/people/slip';

/** Signs a person in. A wrong name and a wrong password get the same answer after the same work. */
export async function signIn(input: unknown): Promise<Outcome<{ kind: string }>> {
  return settle(async (sql) => {
    await knock();
    const { login, password, share } = await signInSchema.validate(input ?? {}, {
      abortEarly: false,
      stripUnknown: true,
    });
    const trial = await counted(login, 'password');
    const [account] = await sql<{ id: string; kind: string; passwordHash: string | null }[]>`
      select id, kind, password_hash from account where lower(login) = ${login}`;
    if (!(await passwordFits(account?.passwordHash ?? null, password)) || !account) {
      throw new FieldError(
        'password',
        'Name and password do not fit together. An instructor can make a new password for a student.',
      );
    }
    await succeeded(trial.id);
    await openSession(account.id, share ? await besideWhom(sql, account) : null);
    return { ok: true, result: { kind: account.kind }, notes: [] };
  });
}

/**
 * Whom a student joins: the student signed in on this very browser, of the same project, for as long as the lesson lasts.
 * Null where nobody is joined, and the sign-in is as any other. @throws FieldError for somebody of no common project.
 */
async function besideWhom(sql: Sql, { id, kind }: { id: string; kind: string }): Promise<Beside | null> {
  const person = await signedIn();
  if (person?.kind !== 'student' || kind !== 'student' || person.id === id) return null;
  const minutes = await sharedMinutes(sql, person.id, id);
  if (minutes === null)
    throw new FieldError(
      '',
      `You and ${shortName(person.name)} are in no project together, so you can’t share a device.`,
    );
  return { person, minutes };
}

/** How often one network may knock a minute, right or wrong: a class signs in at once, a flood does not. @throws FieldError */
const KNOCKS = 600;
async function knock(): Promise<void> {
  if (!take(`knocks of ${addressOf(await headers())}`, KNOCKS, Date.now()))
    throw new FieldError(
      '',
      'Too many people try to sign in from this network at once. Wait a minute, then try again.',
    );
}

/** Notes a try of a password. @throws FieldError at `field` when there were too many. */
async function counted(login: string, field: string): Promise<{ id: number }> {
  const trial = await mayTry({
    login: login.toLowerCase(),
    address: addressOf(await headers()),
    deviceId: await deviceHere(),
  });
  if ('refused' in trial) throw new FieldError(field, trial.refused);
  return trial;
}

/** Signs a student in by a slip: once. `share` keeps whoever is signed in on the phone beside them. */
export async function signInBySlip(input: unknown): Promise<Outcome> {
  return settle(async (sql) => {
    await knock();
    const { token, share } = await slipSchema.validate(input ?? {}, { stripUnknown: true });
    const slip = await findSlip(sql, token);
    const beside = slip && share ? await besideWhom(sql, { id: slip.accountId, kind: 'student' }) : null;
    const accountId = await useUpSlip(sql, token);
    if (!accountId) throw new FieldError('', 'This slip was used or has expired. Ask your instructor for another.');
    await openSession(accountId, beside);
    return { ok: true, result: {}, notes: [] };
  });
}

const tokenRefused = () =>
  new FieldError('token', 'This token does not fit, or was used. Start the app again to see the current one.');

/** Makes the first instructor of an installation, with the token that the console printed. */
export async function setUp(input: unknown): Promise<Outcome> {
  return settle(async (sql) => {
    await knock();
    const { token, name, login, password } = await setUpSchema.validate(input ?? {}, {
      abortEarly: false,
      stripUnknown: true,
    });
    const fits = await sql`select 1 from setup_token where token_hash = ${tokenHash(token)} and used_at is null`;
    if (fits.length === 0) throw tokenRefused();
    await refuseCommon(password, [login, name]);
    const hash = await hashPassword(password);
    const id = await writeAs({ kind: 'system', id: null, name: 'Set-up' }, 'setUp', async (tx) => {
      const used =
        await tx`update setup_token set used_at = now() where token_hash = ${tokenHash(token)} and used_at is null
        and not exists (select from account where kind = 'instructor') returning 1`;
      if (used.length === 0) throw tokenRefused();
      const [row] = await tx<[{ id: string }]>`
        insert into account (kind, login, name, password_hash) values ('instructor', ${login}, ${name}, ${hash}) returning id`;
      return row.id;
    });
    await openSession(id);
    return { ok: true, result: {}, notes: [] };
  });
}

/** Changes one's own password; every other session of the account ends. Wrong ones are counted as at the door. */
export const changePassword = actionAs(
  'changePassword',
  passwordSchema,
  async (tx, person, _input, hash: string) => {
    await tx`update account set password_hash = ${hash} where id = ${person.id}`;
    await tx`update session set revoked_at = now() where account_id = ${person.id} and id <> ${person.sessionId} and revoked_at is null`;
  },
  async (sql, { id, login, name, kind }, { current, password }) => {
    if (kind === 'instructor' && password.length < LEAST_OF_INSTRUCTORS)
      throw new FieldError('password', `An instructor’s password needs at least ${LEAST_OF_INSTRUCTORS} characters.`);
    await refuseCommon(password, [login, name]);
    const trial = await counted(login, 'current');
    const [row] = await sql<[{ passwordHash: string | null }]>`select password_hash from account where id = ${id}`;
    if (!(await passwordFits(row.passwordHash, current)))
      throw new FieldError('current', 'This is not your current password.');
    await succeeded(trial.id);
    return hashPassword(password);
  },
);

import { cache } from 'react';
import { randomUUID } from 'node:crypto';
import { addDays } from 'date-fns';
import { cookies, headers } from 'next/headers';
import { pool, type Sql } from '@/db/connection';
import { deviceName } from './deviceName';
import { newToken, tokenHash } from './secrets';

export const SESSION_COOKIE = 'ironstone_session';
export const LINK_COOKIE = 'ironstone_link';
const DEVICE_COOKIE = 'ironstone_device';
const DEVICE = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;
const DAYS = 14;

/** A signed-in person. */
export interface Person {
  kind: 'instructor' | 'student';
  id: string;
  name: string;
  login: string;
  sessionId: string;
  /** The device's own id, once it has one. */
  deviceId: string | null;
  /** The device is shared: its members hand it over without signing out. */
  shared: boolean;
}
/** The holder of a link: no account, one project, one purpose. */
export interface LinkHolder {
  kind: 'client' | 'judge' | 'board' | 'substitute';
  id: string;
  name: string;
  projectId: string;
  rubricId: string | null;
  judgeId: string | null;
  sectionId: string | null;
}
export type Actor = Person | LinkHolder;

/** Who made this request by account, read once per request. */
export const signedIn = cache(async (): Promise<Person | null> => {
  const token = (await cookies()).get(SESSION_COOKIE)?.value;
  return token ? findSession(pool(), token) : null;
});

/** Who made this request by link, read once per request. */
export const linkHolder = cache(async (): Promise<LinkHolder | null> => {
  const token = (await cookies()).get(LINK_COOKIE)?.value;
  return token ? findLink(pool(), token) : null;
});

/** Finds the person of a session token and slides its expiry once a day. */
export async function findSession(sql: Sql, token: string): Promise<Person | null> {
  const [row] = await sql<(Person & { slide: boolean })[]>`
    select ${columns(sql)}, s.expires_at < now() + ${DAYS - 1} * interval '1 day' as slide
    from session s join account a on a.id = s.account_id
    where s.token_hash = ${tokenHash(token)} and ${alive(sql)}`;
  if (!row) return null;
  const { slide, ...person } = row;
  if (slide)
    await sql`update session set expires_at = now() + ${DAYS} * interval '1 day' where id = ${person.sessionId}`;
  return person;
}

/** The member of this account who shares the person's phone, if there is one. */
export async function sharingWith(sql: Sql, person: Person, accountId: string): Promise<Person | null> {
  return (await listSharing(sql, person)).find((one) => one.id === accountId) ?? null;
}

/** Everybody who shares the person's phone, the person included; nobody when it is not shared. */
export async function listSharing(sql: Sql, { deviceId, shared, kind }: Person): Promise<Person[]> {
  if (!deviceId || !shared || kind !== 'student') return [];
  return sql<Person[]>`
    select distinct on (a.name, a.id) ${columns(sql)} from session s join account a on a.id = s.account_id
    where s.device_id = ${deviceId} and s.shared and a.kind = 'student' and ${alive(sql)} order by a.name, a.id, s.created_at desc`;
}

const columns = (sql: Sql) => sql`a.kind, a.id, a.name, a.login, s.id as session_id, s.device_id, s.shared`;
const alive = (sql: Sql) => sql`s.revoked_at is null and s.expires_at > now()`;

/** Whose an entry is: the account's, or the judge's, who may come back with another link. */
export function ownerId(actor: Actor): string {
  return 'judgeId' in actor && actor.judgeId ? actor.judgeId : actor.id;
}

/** Finds the holder of a link that has not ended and was not revoked. */
export async function findLink(sql: Sql, token: string): Promise<LinkHolder | null> {
  const [row] = await sql<LinkHolder[]>`
    select purpose as kind, id, label as name, project_id, rubric_id, judge_id, section_id
    from access_link where token_hash = ${tokenHash(token)} and purpose <> 'feed' and revoked_at is null and ends_at > now()`;
  return row ?? null;
}

/** The project and section of a calendar link that has not ended and was not revoked. */
export async function findFeed(
  sql: Sql,
  token: string,
): Promise<{ projectId: string; sectionId: string | null } | null> {
  const [row] = await sql<{ projectId: string; sectionId: string | null }[]>`
    select project_id, section_id from access_link
    where token_hash = ${tokenHash(token)} and purpose = 'feed' and revoked_at is null and ends_at > now()`;
  return row ?? null;
}

/**
 * Opens a session and sets its cookie. `beside` is the person whose phone this is: both share it from now on, if they
 * are students. Otherwise the device's earlier members are shared with no longer.
 */
export async function openSession(accountId: string, beside: Person | null = null): Promise<void> {
  const sql = pool();
  const [token, deviceId] = [newToken(), await deviceOfRequest()];
  const device = deviceName((await headers()).get('user-agent') ?? '');
  const [account] = await sql<{ kind: string }[]>`select kind from account where id = ${accountId}`;
  const shared = beside?.kind === 'student' && account?.kind === 'student' && beside.deviceId === deviceId;
  await sql.begin(async (tx) => {
    if (shared) await tx`update session set shared = true where id = ${beside.sessionId}`;
    else await tx`update session set shared = false where device_id = ${deviceId} and shared`;
    await tx`insert into session ${tx({ tokenHash: tokenHash(token), accountId, deviceId, device, shared, expiresAt: addDays(new Date(), DAYS) })}`;
  });
  await setCookie(SESSION_COOKIE, token, DAYS);
}

/** Hands the phone over to another member who shares it: that member's session gets a new token, kept here alone. */
export async function resumeSession(sessionId: string): Promise<void> {
  const token = newToken();
  await pool()`update session set token_hash = ${tokenHash(token)} where id = ${sessionId}`;
  await setCookie(SESSION_COOKIE, token, DAYS);
}

/** The id of the device that asks, if it has been given one. */
export async function deviceHere(): Promise<string | null> {
  const known = (await cookies()).get(DEVICE_COOKIE)?.value;
  return known && DEVICE.test(known) ? known : null;
}

/** The id of the device that asks, given to it when it first signs in. */
async function deviceOfRequest(): Promise<string> {
  const id = (await deviceHere()) ?? randomUUID();
  await setCookie(DEVICE_COOKIE, id, 400);
  return id;
}

/** Sets a cookie that scripts can't read and other sites don't send. */
export async function setCookie(name: string, value: string, days: number): Promise<void> {
  const secure = process.env.IRONSTONE_HTTPS === '1';
  (await cookies()).set(name, value, { httpOnly: true, sameSite: 'lax', secure, path: '/', maxAge: days * 86_400 });
}

import type { LinkPurpose } from './linkPurposes';
import { cache } from 'react';
import { randomUUID } from 'node:crypto';
import { addDays, addMinutes } from 'date-fns';
import { cookies, headers } from 'next/headers';
import { pool, type Sql, type Tx } from '@/db/connection';
import { deviceName } from './deviceName';
import { newToken, tokenHash } from './secrets';

/** Over https a cookie's name holds browsers to it: sent by this host alone, encrypted, never set by another one of its domain. */
const HOST = process.env.IRONSTONE_HTTPS === '1' ? '__Host-' : '';
export const SESSION_COOKIE = `${HOST}ironstone_session`;
export const LINK_COOKIE = `${HOST}ironstone_link`;
const DEVICE_COOKIE = `${HOST}ironstone_device`;
const DEVICE = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;
/** A session ends when it was not used for so many days, and at the latest after a term. */
const DAYS = 14;
const A_TERM = 150;

/** A signed-in person. */
export interface Person {
  kind: 'instructor' | 'student';
  id: string;
  name: string;
  login: string;
  sessionId: string;
  /** The sessions that share a device just now, if this one does: its members hand it over without signing out. */
  groupId: string | null;
}
/** The holder of a link: no account, one project, one purpose. */
export interface LinkHolder {
  kind: Exclude<LinkPurpose, 'feed'>;
  id: string;
  name: string;
  projectId: string;
  rubricId: string | null;
  judgeId: string | null;
  sectionId: string | null;
  /** The event that an official enters attempts in; null: any. */
  eventId: string | null;
  /** The review whose panel the holder sits on. */
  reviewId: string | null;
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

/** Finds the person of a session token and slides its expiry once a day; that of somebody who joined ends with the sharing. */
export async function findSession(sql: Sql, token: string): Promise<Person | null> {
  const [row] = await sql<(Person & { slide: boolean })[]>`
    select ${columns(sql)}, ${slides(sql)} as slide
    from session s join account a on a.id = s.account_id
    where s.token_hash = ${tokenHash(token)} and ${alive(sql)}`;
  if (!row) return null;
  const { slide, ...person } = row;
  if (slide)
    await sql`update session set expires_at = least(now() + ${DAYS} * interval '1 day', created_at + ${A_TERM} * interval '1 day')
      where id = ${person.sessionId}`;
  return person;
}

/** The expiry is a day old, lies before the longest life of a session, and is not that of a shared device. */
const slides = (sql: Sql) => sql`(s.expires_at < now() + ${DAYS - 1} * interval '1 day'
  and s.expires_at < s.created_at + ${A_TERM} * interval '1 day' and s.expires_at is distinct from s.shared_until)`;

/** The member of this account who shares the person's device, if there is one. */
export async function sharingWith(sql: Sql, person: Person, accountId: string): Promise<Person | null> {
  return (await listSharing(sql, person)).find((one) => one.id === accountId) ?? null;
}

/** Everybody who shares the person's device, the person included; nobody when it is not shared. */
export async function listSharing(sql: Sql, { groupId, kind }: Person): Promise<Person[]> {
  if (!groupId || kind !== 'student') return [];
  return sql<Person[]>`
    select distinct on (a.name, a.id) ${columns(sql)} from session s join account a on a.id = s.account_id
    where s.group_id = ${groupId} and s.shared_until > now() and a.kind = 'student' and ${alive(sql)}
    order by a.name, a.id, s.created_at desc`;
}

const columns = (sql: Sql) => sql`a.kind, a.id, a.name, a.login, s.id as session_id,
  case when s.shared_until > now() then s.group_id end as group_id`;
const alive = (sql: Sql) => sql`s.revoked_at is null and s.expires_at > now()`;

/** Whose an entry is: the account's, or the judge's, who may come back with another link. */
export function ownerId(actor: Actor): string {
  return 'judgeId' in actor && actor.judgeId ? actor.judgeId : actor.id;
}

/** Finds the holder of a link that has not ended and was not revoked. */
export async function findLink(sql: Sql, token: string): Promise<LinkHolder | null> {
  const [row] = await sql<LinkHolder[]>`
    select purpose as kind, id, label as name, project_id, rubric_id, judge_id, section_id, event_id, review_id
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

/** Whose device it is that somebody joins, and for how many minutes they may share it. */
export interface Beside {
  person: Person;
  minutes: number;
}

/**
 * Opens a session and sets its cookie. With `beside` the person signed in on this very browser stays so: both share it, as a
 * group that the server names, until the time is up; then the session of whoever joined ends. Without, the browser's
 * session before this one ends, nobody shares the device any longer, and it gets a new id.
 */
export async function openSession(accountId: string, beside: Beside | null = null): Promise<void> {
  const [token, before] = [newToken(), (await cookies()).get(SESSION_COOKIE)?.value];
  const known = beside && (await deviceHere());
  const deviceId = known ?? randomUUID();
  const device = deviceName((await headers()).get('user-agent') ?? '');
  const own = { tokenHash: tokenHash(token), accountId, deviceId, device };
  await pool().begin(async (tx) => {
    if (beside) {
      const { person, minutes } = beside;
      const groupId = person.groupId ?? randomUUID();
      const until = addMinutes(new Date(), minutes);
      await tx`
        update session set expires_at = case when expires_at = shared_until then ${until} else expires_at end,
          group_id = ${groupId}, shared_until = ${until}
        where revoked_at is null and (id = ${person.sessionId} or group_id = ${groupId})`;
      await tx`insert into session ${tx({ ...own, groupId, sharedUntil: until, expiresAt: until })}`;
    } else {
      if (before) await endHere(tx, before);
      await tx`insert into session ${tx({ ...own, expiresAt: addDays(new Date(), DAYS) })}`;
    }
  });
  await setCookie(DEVICE_COOKIE, deviceId, 400);
  await setCookie(SESSION_COOKIE, token, DAYS);
}

/** Ends the session that a browser held, and with it the sharing of the device. */
async function endHere(tx: Tx, token: string): Promise<void> {
  const [ended] = await tx<{ groupId: string | null }[]>`
    update session set revoked_at = now() where token_hash = ${tokenHash(token)} and revoked_at is null returning group_id`;
  if (ended?.groupId)
    await tx`update session set revoked_at = now() where group_id = ${ended.groupId} and revoked_at is null`;
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

/** Sets a cookie that scripts can't read and other sites don't send. */
export async function setCookie(name: string, value: string, days: number): Promise<void> {
  const secure = process.env.IRONSTONE_HTTPS === '1';
  (await cookies()).set(name, value, { httpOnly: true, sameSite: 'lax', secure, path: '/', maxAge: days * 86_400 });
}

/** The mark of the device that asks; one that has none yet gets `fresh`. */
export async function keepDevice(fresh: string): Promise<string> {
  const known = await deviceHere();
  if (!known) await setCookie(DEVICE_COOKIE, fresh, 400);
  return known ?? fresh;
}

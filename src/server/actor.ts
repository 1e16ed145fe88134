import { cache } from 'react';
import { cookies } from 'next/headers';
import { pool, type Sql } from '@/db/connection';
import { newToken, tokenHash } from './secrets';

export const SESSION_COOKIE = 'ironstone_session';
export const LINK_COOKIE = 'ironstone_link';
const DAYS = 14;

/** A signed-in person. */
export interface Person {
  kind: 'instructor' | 'student';
  id: string;
  name: string;
  login: string;
  sessionId: string;
}
/** The holder of a link: no account, one project, one purpose. */
export interface LinkHolder {
  kind: 'client' | 'judge' | 'board';
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
    select a.kind, a.id, a.name, a.login, s.id as session_id, s.expires_at < now() + ${DAYS - 1} * interval '1 day' as slide
    from session s join account a on a.id = s.account_id
    where s.token_hash = ${tokenHash(token)} and s.revoked_at is null and s.expires_at > now()`;
  if (!row) return null;
  if (row.slide)
    await sql`update session set expires_at = now() + ${DAYS} * interval '1 day' where id = ${row.sessionId}`;
  return { kind: row.kind, id: row.id, name: row.name, login: row.login, sessionId: row.sessionId };
}

/** Finds the holder of a link that has not ended and was not revoked. */
export async function findLink(sql: Sql, token: string): Promise<LinkHolder | null> {
  const [row] = await sql<LinkHolder[]>`
    select purpose as kind, id, label as name, project_id, rubric_id, judge_id, section_id
    from access_link where token_hash = ${tokenHash(token)} and revoked_at is null and ends_at > now()`;
  return row ?? null;
}

/** Opens a session and sets its cookie. */
export async function openSession(accountId: string): Promise<void> {
  const token = newToken();
  await pool()`insert into session (token_hash, account_id, expires_at) values (${tokenHash(token)}, ${accountId}, now() + ${DAYS} * interval '1 day')`;
  await setCookie(SESSION_COOKIE, token, DAYS);
}

/** Sets a cookie that scripts can't read and other sites don't send. */
export async function setCookie(name: string, value: string, days: number): Promise<void> {
  const secure = process.env.IRONSTONE_HTTPS === '1';
  (await cookies()).set(name, value, { httpOnly: true, sameSite: 'lax', secure, path: '/', maxAge: days * 86_400 });
}

import { type Tx, type Sql } from '@/db/connection';

/** The devices that a student is signed in on. */
export interface Devices {
  accountId: string;
  count: number;
  names: string;
}

export async function listDevices(sql: Sql, projectId: string): Promise<Devices[]> {
  return sql<Devices[]>`
    select s.account_id, count(distinct coalesce(s.device_id, s.id)) as count, string_agg(distinct nullif(s.device, ''), ', ') as names
    from session s join enrolment e on e.account_id = s.account_id and e.left_on is null
    where e.project_id = ${projectId} and s.revoked_at is null and s.expires_at > now() group by s.account_id`;
}

/** A session of one's own: where and when it was opened. */
export interface OwnSession {
  id: string;
  device: string;
  createdAt: Date;
  shared: boolean;
}

/** The live sessions of an account, newest first. */
export async function listOwnSessions(sql: Sql, accountId: string): Promise<OwnSession[]> {
  return sql<OwnSession[]>`
    select id, device, created_at, coalesce(shared_until > now(), false) as shared from session
    where account_id = ${accountId} and revoked_at is null and expires_at > now() order by created_at desc limit 100`;
}

/**
 * Ends every session of a student, and of everybody who shares a device with them, as for a lost phone. Returns the names
 * of those who are signed out.
 */
export async function endSessionsOf(tx: Tx, accountId: string): Promise<string[]> {
  const ended = await tx<{ name: string }[]>`
    with gone as (
      update session set revoked_at = now() where revoked_at is null and expires_at > now() and (account_id = ${accountId}
        or group_id in (select group_id from session where account_id = ${accountId} and shared_until > now() and revoked_at is null))
      returning account_id)
    select distinct a.name from gone join account a on a.id = gone.account_id order by a.name`;
  return ended.map((row) => row.name);
}

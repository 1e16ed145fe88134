'use server';

import { cookies } from 'next/headers';
import { pool } from '@/db/connection';
import { isId } from './access';
import { resumeSession, SESSION_COOKIE, sharingWith, signedIn } from './actor';
import { FieldError, type Outcome } from './outcome';
import { settle } from './perform';

/** Ends the person's session, here and in the database; on a shared device everybody's. */
export async function signOut(): Promise<void> {
  const person = await signedIn();
  if (person)
    await pool()`update session set revoked_at = now() 
      where revoked_at is null and (id = ${person.sessionId} or group_id = ${person.groupId})`;
  (await cookies()).delete(SESSION_COOKIE);
}

/** Ends every other session of the person, and with them whatever those listen to. Says how many there were. */
export async function endOtherSessions(): Promise<Outcome<{ ended: number }>> {
  return settle(async (sql) => {
    const person = await signedIn();
    if (!person) throw new FieldError('', 'You are signed out.');
    const gone = await sql`
      update session set revoked_at = now()
      where account_id = ${person.id} and id <> ${person.sessionId} and revoked_at is null and expires_at > now() returning 1`;
    return { ok: true, result: { ended: gone.length }, notes: [] };
  });
}

/** Hands a shared device over to another of its members. */
export async function handOver(input: unknown): Promise<Outcome> {
  return settle(async () => {
    const accountId = (input as { accountId?: unknown } | null)?.accountId;
    const here = await signedIn();
    const next = here && isId(accountId) ? await sharingWith(pool(), here, accountId) : null;
    if (!next) throw new FieldError('', 'They are signed out on this device. They need to sign in again.');
    await resumeSession(next.sessionId);
    return { ok: true, result: {}, notes: [] };
  });
}

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
      where id = ${person.sessionId} or (${person.shared} and shared and device_id = ${person.deviceId} and revoked_at is null)`;
  (await cookies()).delete(SESSION_COOKIE);
}

/** Hands a shared device over to another of its members. */
export async function handOver(input: unknown): Promise<Outcome> {
  return settle(async () => {
    const accountId = (input as { accountId?: unknown } | null)?.accountId;
    const here = await signedIn();
    const next = here && isId(accountId) ? await sharingWith(pool(), here, accountId) : null;
    if (!next) throw new FieldError('', 'They are not signed in on this device any more; let them sign in again.');
    await resumeSession(next.sessionId);
    return { ok: true, result: {}, notes: [] };
  });
}

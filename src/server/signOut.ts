'use server';

import { cookies } from 'next/headers';
import { pool } from '@/db/connection';
import { SESSION_COOKIE, signedIn } from './actor';

/** Ends the person's session, here and in the database. */
export async function signOut(): Promise<void> {
  const person = await signedIn();
  if (person) await pool()`update session set revoked_at = now() where id = ${person.sessionId}`;
  (await cookies()).delete(SESSION_COOKIE);
}

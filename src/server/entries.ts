import { createHash } from 'node:crypto';
import * as yup from 'yup';
import { json, type Sql, type Tx } from '@/db/connection';
import type { Outcome } from './outcome';

/** What comes with an entry of an outbox: its own id, who made it, and how long ago. */
export interface Stamp {
  id: string;
  by: string;
  /** ms between making and sending by the device's own clock, so that a clock set wrong does no harm. */
  age: number;
}

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i;
const OLDEST = 60 * 86_400_000;
const shape = yup.object({
  id: yup.string().matches(UUID).required(),
  by: yup.string().matches(UUID).required(),
  madeAt: yup.number().required(),
  sentAt: yup.number().required(),
});

/**
 * Reads the stamp of an entry: { id, by, madeAt, sentAt }, times in ms of the device's clock. Only their difference is
 * used, between 0 and 60 days. Null when it is no stamp.
 */
export function readStamp(given: unknown): Stamp | null {
  if (!shape.isValidSync(given, { strict: true })) return null;
  const { id, by, madeAt, sentAt } = given;
  return { id, by, age: Math.min(OLDEST, Math.max(0, sentAt - madeAt)) };
}

/** When an entry was made, by the server's clock. */
export function madeAt(stamp: Stamp, now = new Date()): Date {
  return new Date(now.getTime() - stamp.age);
}

const OTHER_CONTENT = {
  ok: false,
  message: 'An entry with this id but other content was received before. Nothing was written.',
} as const;

function hashOf(given: object): Buffer {
  return createHash('sha256').update(JSON.stringify(given)).digest();
}

/** The answer that this entry got before, if it did; another person's entry of this id is a refusal. */
export async function answered<R>(sql: Sql, stamp: Stamp, owner: string, given: object): Promise<Outcome<R> | null> {
  const [row] = await sql<{ ownerId: string; bodyHash: Buffer; answer: Outcome<R> }[]>`
    select owner_id, body_hash, answer from entry where id = ${stamp.id}`;
  if (!row) return null;
  return row.ownerId === owner && hashOf(given).equals(row.bodyHash) ? row.answer : OTHER_CONTENT;
}

/**
 * Notes the entry in the transaction that writes what it holds. When the same entry is being written by another request,
 * this waits for it and gives its answer.
 */
export async function receive<R>(
  tx: Tx,
  stamp: Stamp,
  { owner, projectId, door, given }: { owner: string; projectId: string; door: string; given: object },
): Promise<Outcome<R> | null> {
  const row = { id: stamp.id, projectId, ownerId: owner, door, bodyHash: hashOf(given), madeAt: madeAt(stamp) };
  const fresh = await tx`insert into entry ${tx(row)} on conflict (id) do nothing returning 1`;
  return fresh.length ? null : answered<R>(tx, stamp, owner, given);
}

/** Keeps the answer, for when the line breaks before it arrives. */
export async function keepAnswer(tx: Tx, stamp: Stamp, outcome: Outcome<unknown>): Promise<void> {
  await tx`update entry set answer = ${json(tx, outcome)} where id = ${stamp.id}`;
}

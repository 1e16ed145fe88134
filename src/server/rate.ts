import { createHash } from 'node:crypto';
import { reply } from './reply';

/** How many requests a minute one session (or, without one, one address) may make of each kind; bursts included. */
const MOST = { entries: 600, pictures: 60, streams: 600, slips: 60, feeds: 120 };
const hold = globalThis as unknown as { ironstoneRates?: Map<string, { left: number; at: number }> };

/**
 * Refuses a request that comes too fast, for this process: a bucket that fills evenly over a minute. An outbox waits and
 * sends again. Null when it may go on.
 */
export function slowDown(request: Request, kind: keyof typeof MOST): Response | null {
  const caller = `${request.headers.get('cookie') ?? ''}|${request.headers.get('x-forwarded-for') ?? ''}`;
  const key = `${kind} ${createHash('sha256').update(caller).digest('base64')}`;
  if (take(key, MOST[kind], Date.now())) return null;
  return reply({ ok: false, retry: true, message: 'Too many requests at once; it goes on in a moment.' }, 429);
}

/** Takes one of `most` a minute from the bucket of `key` at `now` (ms); false when it is empty. */
export function take(key: string, most: number, now: number): boolean {
  const buckets = (hold.ironstoneRates ??= new Map());
  if (buckets.size > 10_000) buckets.clear();
  const bucket = buckets.get(key) ?? { left: most, at: now };
  const left = Math.min(most, bucket.left + ((now - bucket.at) * most) / 60_000);
  buckets.set(key, { left: Math.max(0, left - 1), at: now });
  return left >= 1;
}

import { createHash } from 'node:crypto';
import { LINK_COOKIE, SESSION_COOKIE } from './actor';
import { reply } from './reply';

/** How many requests a minute one session (or, without one, one address) may make of each kind; bursts included. */
const MOST = { entries: 600, pictures: 60, streams: 600, feeds: 120, bundles: 60, links: 120 };
/** So many callers may sit behind one address, each with as much as one; a made-up secret makes no more of them. */
const A_CLASS = 40;
const hold = globalThis as unknown as { ironstoneRates?: Map<string, { left: number; at: number }> };

/**
 * Refuses a request that comes too fast, for this process: a bucket that fills evenly over a minute. An outbox waits and
 * sends again. Null when it may go on.
 */
export function slowDown(request: Request, kind: keyof typeof MOST): Response | null {
  const address = addressOf(request.headers);
  const now = Date.now();
  const whole = take(`${kind} all of ${address}`, MOST[kind] * A_CLASS, now);
  if (whole && take(`${kind} ${callerOf(request, address)}`, MOST[kind], now)) return null;
  return reply({ ok: false, retry: true, message: 'Too many requests at once. It continues in a moment.' }, 429);
}

/** The network address that a request comes from, as the server or the proxy in front of it says. */
export function addressOf(headers: Pick<Headers, 'get'>): string {
  return (headers.get('x-forwarded-for') ?? 'unknown').split(',').at(-1)!.trim();
}

/** The session or link that asks, by the hash of its secret; without one the address. Other cookies change nothing. */
function callerOf(request: Request, address: string): string {
  const cookies = (request.headers.get('cookie') ?? '').split(/; */);
  const own = [SESSION_COOKIE, LINK_COOKIE].flatMap((name) => cookies.filter((one) => one.startsWith(`${name}=`)));
  return createHash('sha256')
    .update(own.length > 0 ? own.sort().join(' ') : address)
    .digest('base64');
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

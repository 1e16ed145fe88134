import type { Outcome } from './outcome';
import { perform, type Command } from './perform';

const MOST_BYTES = 256 * 1024;

/** Answers a POST of the versioned entry routes: same rules as at the desk, JSON in and out. */
export async function answer<I extends object, R>(request: Request, command: Command<I, R>): Promise<Response> {
  const refusal = refuseForeign(request);
  if (refusal) return refusal;
  const text = await readCapped(request, MOST_BYTES);
  if (text === null) return reply({ ok: false, message: 'This entry is too large.' }, 413);
  let body: unknown;
  try {
    body = JSON.parse(new TextDecoder().decode(text));
  } catch {
    return reply({ ok: false, message: 'This entry could not be read.' }, 400);
  }
  const outcome = await perform(command, body);
  return reply(outcome, outcome.ok ? 200 : outcome.denied ? 403 : outcome.conflict ? 409 : 422);
}

/** An outcome as a response. */
export function reply(outcome: Outcome<unknown>, status: number): Response {
  return Response.json(outcome, { status, headers: { 'cache-control': 'no-store' } });
}

/** Refuses a write that a page of another origin sent with this person's cookie. */
export function refuseForeign(request: Request): Response | null {
  const origin = request.headers.get('origin');
  const site = request.headers.get('sec-fetch-site');
  const foreign =
    (site && site !== 'same-origin' && site !== 'none') ||
    (origin && (!URL.canParse(origin) || new URL(origin).host !== request.headers.get('host')));
  return foreign ? reply({ ok: false, denied: true, message: 'Writes are accepted from this app only.' }, 403) : null;
}

/** Reads a body up to a cap; null when it is longer. */
export async function readCapped(request: Request, most: number): Promise<Uint8Array | null> {
  const chunks: Uint8Array[] = [];
  let size = 0;
  const reader = request.body?.getReader();
  for (;;) {
    const { done, value } = (await reader?.read()) ?? { done: true, value: undefined };
    if (done || !value) return Buffer.concat(chunks);
    size += value.length;
    if (size > most) {
      await reader?.cancel();
      return null;
    }
    chunks.push(value);
  }
}

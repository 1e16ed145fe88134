import { readStamp } from './entries';
import { perform, type Command } from './perform';
import { slowDown } from './rate';
import { reply, replyTo } from './reply';

const MOST_BYTES = 256 * 1024;

/**
 * Answers a POST of the versioned entry routes: same rules as at the desk, JSON in and out. With a stamp under "entry" a
 * repeat is harmless. Every answer carries the server's time (x-ironstone-now, ms), by which devices correct theirs.
 */
export async function answer<I extends object, R>(
  request: Request,
  command: Command<I, R>,
  most = MOST_BYTES,
): Promise<Response> {
  const refusal = refuseForeign(request) ?? slowDown(request, 'entries');
  if (refusal) return refusal;
  const text = await readCapped(request, most);
  if (text === null) return reply({ ok: false, message: 'This entry is too large.' }, 413);
  let body: unknown;
  try {
    body = parseShallow(new TextDecoder().decode(text));
  } catch {
    return reply({ ok: false, message: 'This entry could not be read.' }, 400);
  }
  const { entry, ...given } = (body ?? {}) as Record<string, unknown>;
  const stamp = entry === undefined ? undefined : readStamp(entry);
  if (stamp === null) return reply({ ok: false, message: 'The stamp of this entry could not be read.' }, 400);
  return replyTo(await perform(command, given, stamp));
}

/** An entry has lists of objects, and nothing below them. */
const DEEPEST = 16;

/** Parses JSON that is not nested deeper than an entry can be. @throws SyntaxError else; what is too deep is not parsed. */
export function parseShallow(text: string): unknown {
  let depth = 0;
  let quoted = false;
  for (let i = 0; i < text.length; i++) {
    const sign = text[i];
    if (quoted) {
      if (sign === '\\') i++;
      else if (sign === '"') quoted = false;
    } else if (sign === '"') quoted = true;
    else if (sign === '[' || sign === '{') {
      depth++;
      if (depth > DEEPEST) throw new SyntaxError('nested too deeply');
    } else if (sign === ']' || sign === '}') depth--;
  }
  return JSON.parse(text);
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

import { headers } from 'next/headers';

const LOOPBACK = /^(127\.|localhost$|\[?::1\]?$)/;

/**
 * The address under which others reach this installation: as the start command says, else as this request came in.
 * `reachable` is false when only this very machine can use it.
 */
export async function publicOrigin(): Promise<{ origin: string; reachable: boolean }> {
  const said = process.env.IRONSTONE_ORIGIN ?? (await originOfRequest());
  return { origin: said, reachable: !LOOPBACK.test(new URL(said).hostname) };
}

async function originOfRequest(): Promise<string> {
  const list = await headers();
  const host = list.get('x-forwarded-host') ?? list.get('host') ?? 'localhost';
  const protocol = (list.get('x-forwarded-proto') ?? 'http').split(',')[0];
  const origin = `${protocol}://${host}`;
  return URL.canParse(origin) ? new URL(origin).origin : 'http://localhost';
}

import { readFileSync } from 'node:fs';
import path from 'node:path';
import { FIELD } from '@/ui/outbox/field';

export const dynamic = 'force-static';

/** The service worker: its text with the list of pages that it keeps, put together when the app is built. */
export function GET(): Response {
  const text = readFileSync(path.join(process.cwd(), 'src/ui/outbox/sw.js'), 'utf8');
  return new Response(`const FIELD = ${JSON.stringify(FIELD)};\n${text}`, {
    headers: { 'content-type': 'text/javascript; charset=utf-8', 'cache-control': 'no-cache' },
  });
}

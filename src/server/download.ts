import { notFound } from 'next/navigation';
import { pool } from '@/db/connection';
import { allowed, findSeat, type Seat } from './access';
import { signedIn } from './actor';
import { ROUTES, type Permission } from './policy';

/** The seat of whoever asks for a file of a project; "not found" for everybody the policy does not let have it. */
export async function downloader(route: string, projectId: string): Promise<Seat> {
  const seat = await findSeat(pool(), await signedIn(), projectId);
  if (!seat || !allowed(seat, ROUTES[route] as Permission)) notFound();
  return seat;
}

/**
 * A picture, for whoever was found to be allowed to see it. A browser keeps it and asks each time whether it may show it
 * again, so that nobody is shown what the one before them looked at. What an id stands for never changes.
 */
export async function pictureAnswer(
  request: Request,
  name: string,
  read: () => Promise<Uint8Array>,
): Promise<Response> {
  const etag = `"${name}"`;
  const headers = {
    'content-type': 'image/jpeg',
    'cache-control': 'private, no-cache',
    etag,
    'content-security-policy': "default-src 'none'",
  };
  if (request.headers.get('if-none-match') === etag) return new Response(null, { status: 304, headers });
  return new Response(new Uint8Array(await read()), { headers });
}

/** A file to save, never shown or kept by the browser. */
export function file(name: string, type: string, body: BodyInit): Response {
  const plain = name.replace(/[^\w.-]+/g, '-');
  return new Response(body, {
    headers: {
      'content-type': type,
      'content-disposition': `attachment; filename="${plain}"`,
      'cache-control': 'no-store',
    },
  });
}

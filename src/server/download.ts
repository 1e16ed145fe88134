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

import { readPicture } from '@/domain/pictures/read';
import { pictureBefore } from '@/domain/selection/read';
import { enterByLink, isId } from '@/server/access';
import { notFound } from 'next/navigation';
import { pool } from '@/db/connection';

/** The picture of a concept that is put before the client. */
export async function GET(_: Request, { params }: { params: Promise<{ picture: string }> }) {
  const { project } = await enterByLink('client.page');
  const { picture } = await params;
  if (!isId(picture) || !(await pictureBefore(pool(), project.id, picture))) notFound();
  const bytes = await readPicture(pool(), project.id, picture, false);
  return new Response(new Uint8Array(bytes), {
    headers: {
      'content-type': 'image/jpeg',
      'cache-control': 'private, max-age=600',
      'x-content-type-options': 'nosniff',
      'content-security-policy': "default-src 'none'",
    },
  });
}

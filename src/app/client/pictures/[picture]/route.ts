import { readPicture } from '@/areas/course';
import { pictureBefore } from '@/areas/concepts';
import { enterByLink, isId } from '@/server/access';
import { notFound } from 'next/navigation';
import { pool } from '@/db/connection';
import { pictureAnswer } from '@/server/download';

/** The picture of a concept that is put before the client. */
export async function GET(request: Request, { params }: { params: Promise<{ picture: string }> }) {
  const { project } = await enterByLink('client.page');
  const { picture } = await params;
  if (!isId(picture) || !(await pictureBefore(pool(), project.id, picture))) notFound();
  return pictureAnswer(request, picture, () => readPicture(pool(), project.id, picture, false));
}

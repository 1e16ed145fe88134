import { notFound } from 'next/navigation';
import { findPicture, readPicture } from '@/areas/course';
import { pool } from '@/db/connection';
import { pictureAnswer } from '@/server/download';
import { allowed, findSeat, isId } from '@/server/access';
import { signedIn } from '@/server/actor';
import { picturedTarget } from '@/shell/pictures/targets';

/** A picture, or with ?small its thumbnail, for whoever may read what it belongs to. */
export async function GET(request: Request, { params }: { params: Promise<{ project: string; picture: string }> }) {
  const { project, picture: id } = await params;
  const seat = isId(id) ? await findSeat(pool(), await signedIn(), project) : null;
  const picture = seat && (await findPicture(pool(), project, id));
  const target = picture && (await picturedTarget(pool(), { ...picture }, project));
  if (!seat || !target || !allowed(seat, 'picture.read', target)) notFound();
  const small = new URL(request.url).searchParams.has('small');
  return pictureAnswer(request, small ? `${id} small` : id, () => readPicture(pool(), project, id, small));
}

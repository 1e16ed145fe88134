import { keepPicture, MOST_BYTES } from '@/shell/pictures/commands';
import { readCapped, refuseForeign } from '@/server/api';
import { readStamp } from '@/server/entries';
import { perform } from '@/server/perform';
import { slowDown } from '@/server/rate';
import { reply, replyTo } from '@/server/reply';

/**
 * Takes one picture: the bytes as the body, what it belongs to and its stamp in the address (projectId, id, objectKind,
 * objectId, entry, by, madeAt, sentAt). It travels apart from the figures of its entry, which need not wait for it.
 */
export async function POST(request: Request) {
  const refusal = refuseForeign(request) ?? slowDown(request, 'pictures');
  if (refusal) return refusal;
  const { entry, by, madeAt, sentAt, ...given } = Object.fromEntries(new URL(request.url).searchParams);
  const stamp = readStamp({ id: entry, by, madeAt: Number(madeAt), sentAt: Number(sentAt) });
  if (!stamp) return reply({ ok: false, message: 'The stamp of this picture could not be read.' }, 400);
  const bytes = await readCapped(request, MOST_BYTES);
  if (!bytes) return reply({ ok: false, message: 'A picture has at most 10 MB.' }, 413);
  return replyTo(await perform(keepPicture(bytes), given, stamp));
}

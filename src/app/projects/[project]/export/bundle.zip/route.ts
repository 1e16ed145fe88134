import { atOneMoment, pool } from '@/db/connection';
import { MOST_BYTES, pack, withoutPictures } from '@/shell/bundle/pack';
import { sizeOfPictures, writeBundle } from '@/shell/bundle/write';
import { downloader, file } from '@/server/download';
import { reply } from '@/server/reply';

/** The whole project as a bundle in the open format; with ?without=pictures they stay behind. */
export async function GET(request: Request, { params }: { params: Promise<{ project: string }> }) {
  const { project } = await downloader('/projects/[project]/export/bundle.zip', (await params).project);
  const without = new URL(request.url).searchParams.get('without') === 'pictures';
  if (!without && (await sizeOfPictures(pool(), project.id)) > MOST_BYTES * 0.9) {
    const message =
      'The pictures of this project are too large for one bundle; take it out without them (?without=pictures).';
    return reply({ ok: false, message }, 413);
  }
  const { bundle, pictures } = await atOneMoment((tx) => writeBundle(tx, project.id));
  const packed = without ? pack(withoutPictures(bundle)) : pack(bundle, pictures);
  return file(`${project.title}.zip`, 'application/zip', packed as unknown as BodyInit);
}

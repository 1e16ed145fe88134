import { MOST_BYTES, pack } from '@/features/bundle/read';
import { readPictures, sizeOfPictures, writeBundle } from '@/features/bundle/write';
import { downloader, file } from '@/server/download';
import { reply } from '@/server/reply';
import { pool } from '@/db/connection';

/** The whole project as a bundle in the open format; with ?without=pictures they stay behind. */
export async function GET(request: Request, { params }: { params: Promise<{ project: string }> }) {
  const { project } = await downloader('/projects/[project]/export/bundle.zip', (await params).project);
  const without = new URL(request.url).searchParams.get('without') === 'pictures';
  if (!without && (await sizeOfPictures(pool(), project.id)) > MOST_BYTES * 0.9) {
    const message =
      'The pictures of this project are too large for one bundle; take it out without them (?without=pictures).';
    return reply({ ok: false, message }, 413);
  }
  const bundle = await writeBundle(pool(), project);
  const packed = without ? pack({ ...bundle, pictures: [] }) : pack(bundle, await readPictures(pool(), project.id));
  return file(`${project.title}.zip`, 'application/zip', packed as unknown as BodyInit);
}

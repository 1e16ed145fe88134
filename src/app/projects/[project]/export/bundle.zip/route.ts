import { pack } from '@/features/bundle/read';
import { writeBundle } from '@/features/bundle/write';
import { downloader, file } from '@/server/download';

/** The whole project as a bundle in the open format. */
export async function GET(_request: Request, { params }: { params: Promise<{ project: string }> }) {
  const { project } = await downloader('/projects/[project]/export/bundle.zip', (await params).project);
  return file(`${project.title}.zip`, 'application/zip', pack(await writeBundle(project)) as unknown as BodyInit);
}

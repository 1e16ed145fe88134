import { COLUMNS, asRows, listRequirements } from '@/areas/brief';
import { csv } from '@/core/csv';
import { downloader, file } from '@/server/download';
import { pool } from '@/db/connection';

/** The list of requirements, in columns that can be brought in again. */
export async function GET(_request: Request, { params }: { params: Promise<{ project: string }> }) {
  const { project } = await downloader('/projects/[project]/export/requirements.csv', (await params).project);
  const text = csv([...COLUMNS], asRows(await listRequirements(pool(), project.id)));
  return file(`${project.title}-requirements.csv`, 'text/csv; charset=utf-8', text);
}

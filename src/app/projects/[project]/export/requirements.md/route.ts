import { asMarkdown, listRequirements } from '@/areas/brief';
import { downloader, file } from '@/server/download';
import { pool } from "@/db/connection";

/** The list of requirements as a Markdown table. */
export async function GET(_request: Request, { params }: { params: Promise<{ project: string }> }) {
  const { project } = await downloader('/projects/[project]/export/requirements.md', (await params).project);
  const text = asMarkdown(project.title, await listRequirements(pool(), project.id));
  return file(`${project.title}-requirements.md`, 'text/markdown; charset=utf-8', text);
}

import { csv } from '@/core/csv';
import { downloader, file } from '@/server/download';
import { listStudents, listTeams } from '@/areas/course';
import { loadStandings } from '@/areas/standings';
import { pool } from '@/db/connection';

/** The standings, one row a student with the school's student number, for the grade book. */
export async function GET(request: Request, { params }: { params: Promise<{ project: string }> }) {
  const { project } = await downloader('/projects/[project]/export/standings.csv', (await params).project);
  const asked = new URL(request.url).searchParams.get('section');
  const [teams, members] = await Promise.all([listTeams(pool(), project.id), listStudents(pool(), project.id)]);
  const sectionId = teams.some((team) => team.sectionId === asked) ? asked : null;
  const { table, components } = await loadStandings(pool(), project, sectionId);
  const names = components.map((component) => component.name);
  const rows = table.flatMap((row) => {
    const team = teams.find((one) => one.id === row.teamId)!;
    const line = [row.place, team.sectionName, team.name, row.total, ...names.map((name) => row.parts[name] ?? null)];
    const own = members.filter((member) => member.teamId === team.id);
    return own.length ? own.map((member) => [member.studentNumber, member.name, ...line]) : [[null, null, ...line]];
  });
  return file(
    `${project.title}-standings.csv`,
    'text/csv; charset=utf-8',
    csv(['student number', 'name', 'place', 'section', 'team', 'total', ...names], rows),
  );
}

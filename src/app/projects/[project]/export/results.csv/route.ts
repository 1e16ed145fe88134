import { csv } from '@/core/csv';
import { downloader, file } from '@/server/download';
import { listTeams } from '@/areas/course';
import { loadEventResults } from '@/areas/event';
import { pool } from '@/db/connection';

/** Results of every event: counted value, points and place of each team. */
export async function GET(_request: Request, { params }: { params: Promise<{ project: string }> }) {
  const { project } = await downloader('/projects/[project]/export/results.csv', (await params).project);
  const [events, teams] = await Promise.all([loadEventResults(pool(), project.id), listTeams(pool(), project.id)]);
  const rows = events.flatMap(({ event, results }) =>
    results.map((result) => {
      const team = teams.find((one) => one.id === result.teamId)!;
      return [
        event.name,
        team.sectionName,
        team.name,
        result.place,
        result.counted,
        result.points,
        result.attempts.join(' '),
        result.because.join(' '),
      ];
    }),
  );
  return file(
    `${project.title}-results.csv`,
    'text/csv; charset=utf-8',
    csv(['event', 'section', 'team', 'place', 'counted', 'points', 'counted attempts', 'because'], rows),
  );
}

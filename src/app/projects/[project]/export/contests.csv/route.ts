import { csv } from '@/core/csv';
import { loadAwards, loadStandings } from '@/areas/standings';
import { loadDay } from '@/areas/event';
import { downloader, file } from '@/server/download';
import { pool } from '@/db/connection';

/** The results sheet of the day: places in the standings and in every contest, and the awards with their reasons. */
export async function GET(_request: Request, { params }: { params: Promise<{ project: string }> }) {
  const { project } = await downloader('/projects/[project]/export/contests.csv', (await params).project);
  const day = await loadDay(pool(), project, Date.now());
  const [standings, awards] = await Promise.all([
    loadStandings(pool(), project, null),
    loadAwards(pool(), project, day.contests),
  ]);
  const team = (id: string) => day.teams.find((one) => one.id === id);
  const row = (what: string, place: number | null, id: string, figures: string, because: string) => [
    what,
    place,
    team(id)?.sectionName ?? '',
    team(id)?.name ?? '',
    figures,
    because,
  ];
  const rows = [
    ...standings.table.map(({ place, teamId, total }) => row('standings', place, teamId, `${total}`, '')),
    ...day.contests.flatMap(({ contest, stand }) =>
      (stand?.played.places ?? []).map(({ team: id, place }) => {
        const { won, drawn, lost, withdrawn } = stand!.played.teams.find((one) => one.team === id)!;
        return row(contest.name, place, id, `${won} won, ${drawn} drawn, ${lost} lost`, withdrawn ? 'withdrew' : '');
      }),
    ),
    ...awards.flatMap(({ award, winners }) =>
      winners.map(({ teamId, because }) => row(`award: ${award.name}`, null, teamId, '', because)),
    ),
  ];
  return file(
    `${project.title}-day.csv`,
    'text/csv; charset=utf-8',
    csv(['what', 'place', 'section', 'team', 'figures', 'because'], rows),
  );
}

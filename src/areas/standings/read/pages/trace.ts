import { loadStandings } from '@/areas/standings/read/standings';
import { standingsOf, type Publication } from '@/areas/standings/read/publication';
import { listAttempts, listQuantities, listRunGroupsOf } from '@/areas/bench';
import { listIterations } from '@/areas/builds';
import { listRequirements } from '@/areas/brief';
import type { Sql } from '@/db/connection';
import type { Place, Team } from '@/areas/course';

/** What the page “Trace” shows. */
export async function readTracePage(
  sql: Sql,
  frame: Place,
  {
    project,
    team,
    published,
    section,
  }: {
    project: string;
    id: string;
    team: Team;
    published: Publication | null;
    section: string | string[] | undefined;
  },
) {
  const sectionId = frame.seat.role === 'instructor' && section === team.sectionId ? team.sectionId : null;
  const [standings, attempts, iterations, protocols, requirements] = await Promise.all([
    frame.seat.role === 'instructor' || !published
      ? loadStandings(sql, frame.seat.project, sectionId)
      : standingsOf(published),
    listAttempts(sql, project),
    listIterations(sql, project),
    listQuantities(sql, project),
    listRequirements(sql, project),
  ]);
  const ours = iterations.filter(({ teamId }) => teamId === team.id).map(({ id }) => id);
  const runs = await listRunGroupsOf(sql, project, ours.sort());
  return { standings, attempts, iterations, protocols, requirements, runs };
}

import type { Sql } from '@/db/connection';
import { listSections, listTeams } from '@/areas/course';
import { listStages } from './stages';
import { pacesOf, type TeamPace } from './pace';

/** How every team of a project stands, read with a handle of one's own, as inside a transaction: three queries. */
export async function readPaces(
  sql: Sql,
  project: { id: string; eventDate: string },
  now: string,
): Promise<Map<string, TeamPace>> {
  const sections = await listSections(sql, project.id);
  const teams = await listTeams(sql, project.id);
  const stages = await listStages(sql, project.id);
  const paces = pacesOf(sections, teams, stages, { eventDate: project.eventDate, now });
  return new Map(paces.map((pace) => [pace.teamId, pace]));
}

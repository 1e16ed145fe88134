import { remembered } from '@/db/remember';
import { combine, type Component, type RankedTeam } from '@/core/ranking';
import { CoreError } from '@/core/units';
import type { Project } from '@/server/access';
import { listTeams, type Team } from '@/areas/course';
import { type EventResults, loadEventResults } from '@/areas/event';
import { loadRubricResults, type RubricResults } from '@/areas/grades';
import { type Sql } from '@/db/connection';

export interface ComponentRecord {
  id: string;
  name: string;
  eventId: string | null;
  rubricId: string | null;
  countsAs: Component['as'];
  weight: number;
  max: number | null;
  position: number;
  version: number;
}
export interface Standings {
  components: ComponentRecord[];
  /** Best first; a team that nothing counts for yet has no place and stands at the end. */
  table: (Omit<RankedTeam, 'place'> & { teamId: string; place: number | null })[];
  events: EventResults[];
  grades: RubricResults[];
  /** What keeps the table from being complete, in words. */
  problems: string[];
}

export const listComponents = remembered(async (sql: Sql, projectId: string): Promise<ComponentRecord[]> => {
  return sql<ComponentRecord[]>`
    select id, name, event_id, rubric_id, counts_as, weight, max, position, version from component
    where project_id = ${projectId} order by position, name`;
});

/** The standings of the project, or of one section: events are scored over all teams, then combined. */
export function loadStandings(sql: Sql, project: Project, sectionId: string | null): Promise<Standings> {
  return judgeStandings(sql, project.id, project.normaliseWeights, sectionId);
}

const judgeStandings = remembered(
  async (sql: Sql, projectId: string, normalise: boolean, sectionId: string | null): Promise<Standings> => {
    const [all, allTeams, results, grades] = await Promise.all([
      listComponents(sql, projectId),
      listTeams(sql, projectId),
      loadEventResults(sql, projectId),
      loadRubricResults(sql, projectId),
    ]);
    const events = results.filter(({ event }) => !event.hidden);
    const hidden = new Set(results.filter(({ event }) => event.hidden).map(({ event }) => event.id));
    const components = all.filter((one) => one.eventId === null || !hidden.has(one.eventId));
    const teams = allTeams.filter((team) => !sectionId || team.sectionId === sectionId);
    const problems = events.flatMap(({ event, problems }) => problems.map((p) => `${event.name}: ${p.message}`));
    if (components.length === 0 || teams.length === 0) return { components, table: [], events, grades, problems };
    try {
      const scored = components.map((component) => asComponent(component, teams, events, grades));
      const isScored = ({ id }: Team) => scored.some(({ scores }) => scores[id] !== null);
      const ranked = teams.filter(isScored).map(({ id }) => id);
      const of = (scores: Component['scores']) => Object.fromEntries(ranked.map((id) => [id, scores[id]!]));
      const { table } = combine({ normalise, components: scored.map((one) => ({ ...one, scores: of(one.scores) })) });
      const waiting = teams
        .filter((team) => !isScored(team))
        .map(({ id }) => ({ team: id, teamId: id, place: null, total: 0, parts: {} }));
      const rows = [...table.map((row) => ({ ...row, teamId: row.team })), ...waiting];
      return { components, events, grades, problems, table: rows };
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      return { components, table: [], events, grades, problems: [...problems, error.message] };
    }
  },
);

function asComponent(c: ComponentRecord, teams: Team[], events: EventResults[], grades: RubricResults[]): Component {
  const score = (team: Team): number | null => {
    if (c.rubricId)
      return grades.find((g) => g.rubric.id === c.rubricId)?.results.find((r) => r.team === team.id)?.mean ?? null;
    const event = events.find((e) => e.event.id === c.eventId);
    const result = event?.results.find((r) => r.teamId === team.id);
    return result && result.made > 0 ? result.points : null;
  };
  const scores = Object.fromEntries(teams.map((team) => [team.id, score(team)]));
  return { name: c.name, weight: c.weight, as: c.countsAs, scores, ...(c.max === null ? {} : { max: c.max }) };
}

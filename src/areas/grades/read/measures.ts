import { levelReached } from '@/core/rubric';
import { number, plural } from '@/core/format';
import { remembered } from '@/db/remember';
import type { Sql } from '@/db/connection';
import { claimsOf, readDesigns, figureOf, verdictsFor } from '@/areas/compliance';
import { listMembers, listTeams } from '@/areas/course';
import { loadEventResults } from '@/areas/event';
import { listRubrics, type Criterion } from './rubrics';

/** A number that the program counted for a team, the points it brings, and where it comes from. */
export interface Counted {
  teamId: string;
  criterionId: string;
  /** null: nothing to count yet. */
  value: number | null;
  points: number;
  because: string;
}

/** What the program scores, of all teams and rubrics; asks for the record only where a rubric counts something in it. */
export const loadCounted = remembered(async (sql: Sql, projectId: string): Promise<Counted[]> => {
  const rubrics = await listRubrics(sql, projectId);
  const criteria = rubrics.flatMap((one) => one.allCriteria).filter((one) => one.measure !== null);
  if (criteria.length === 0) return [];
  const [teams, members, events, designs] = await Promise.all([
    listTeams(sql, projectId),
    listMembers(sql, projectId),
    loadEventResults(sql, projectId),
    readDesigns(sql, projectId),
  ]);
  const { iterations, requirements, sources } = designs;
  const { runs } = sources;
  const count = (criterion: Criterion, teamId: string): { value: number | null; says: string } => {
    const measure = criterion.measure!;
    const own = iterations.filter((one) => one.teamId === teamId);
    const newest = own.at(-1) ?? null;
    switch (measure.of) {
      case 'event': {
        const event = events.find((one) => one.event.id === measure.eventId);
        const result = event?.results.find((one) => one.teamId === teamId);
        if (!event || !result || result.made === 0) return { value: null, says: 'no attempt yet' };
        return { value: result.points, says: `${number(result.points, 2)} points in ${event.event.name}` };
      }
      case 'musts': {
        const musts = verdictsFor(requirements, newest, sources).filter((one) => one.requirement.priority === 'must');
        if (musts.length === 0) return { value: null, says: 'no must has been agreed' };
        const met = musts.filter((one) => one.verdict === 'conforms').length;
        return { value: (100 * met) / musts.length, says: `${met} of ${plural(musts.length, 'must')} met` };
      }
      case 'measured': {
        const found = newest && figureOf(measure.parameterId ?? '', newest, sources);
        const value = found?.measured && typeof found.measured.value === 'number' ? found.measured.value : null;
        return { value, says: value === null ? 'not measured' : `${number(value)} on iteration ${newest!.number}` };
      }
      case 'iterations': {
        const people = members.filter((one) => one.teamId === teamId && one.leftOn === null).length;
        if (people === 0) return { value: null, says: 'no members' };
        return {
          value: own.length / people,
          says: `${plural(own.length, 'iteration')} by ${plural(people, 'member')}`,
        };
      }
      case 'reasons': {
        const told = own.filter((one) => one.reason.trim() && one.good.trim() && one.bad.trim()).length;
        return { value: told, says: `${plural(told, 'iteration')} with a reason, what was good and what was not` };
      }
      case 'claims': {
        const claims = own
          .flatMap((one) => claimsOf(one, designs.changes, iterations, sources))
          .filter((one) => one.check.verdict !== 'not-measured');
        return { value: claims.length, says: `${plural(claims.length, 'claim')} checked against numbers` };
      }
      case 'runs': {
        const ids = new Set(own.map((one) => one.id));
        const made = new Set(runs.filter((one) => ids.has(one.iterationId)).flatMap((one) => one.ids)).size;
        return { value: made, says: plural(made, 'valid run') };
      }
    }
  };
  return criteria.flatMap((criterion) =>
    teams.map(({ id: teamId }): Counted => {
      const { value, says } = count(criterion, teamId);
      const reached = value === null ? null : levelReached(value, criterion.levels);
      const level = reached && reached.level !== null ? criterion.levels[reached.level]! : null;
      return {
        teamId,
        criterionId: criterion.id,
        value,
        points: reached?.points ?? 0,
        because: `${says}${level ? `: ${level.name || `level ${reached!.level! + 1}`}` : value === null ? '' : ': below the first level'}`,
      };
    }),
  );
});

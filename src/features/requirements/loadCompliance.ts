import { allowed, type Seat } from '@/server/access';
import { teamIdsIn, type Team } from '@/server/records/classes';
import { listLatestIterations } from '@/server/records/iterations';
import { listRequirements } from '@/server/records/requirements';
import { listEvents, listLatestRuns, listProtocols } from '@/server/records/trials';
import { verdictsFor } from '@/server/records/verdicts';

/** Every team's newest iteration that the person may see, judged against every requirement. */
export async function loadCompliance(seat: Seat, teams: Team[], sectionId: string | null, teamId: string | null) {
  const projectId = seat.project.id;
  const [requirements, latest, events, protocols, runs] = await Promise.all([
    listRequirements(projectId),
    listLatestIterations(projectId),
    listEvents(projectId),
    listProtocols(projectId),
    listLatestRuns(projectId),
  ]);
  const ids = teamIdsIn(teams, sectionId, teamId);
  const columns = teams
    .filter((team) => ids.includes(team.id))
    .map((team) => {
      const iteration = latest.find((one) => one.teamId === team.id && allowed(seat, 'iteration.read', one)) ?? null;
      const verdicts = verdictsFor(requirements, iteration, { events, protocols, runs });
      return { team, iterationId: iteration?.id ?? null, iterationNumber: iteration?.number ?? null, verdicts };
    });
  return { requirements, columns };
}

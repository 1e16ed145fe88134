import { listRequirements, listBudgets, listMeasured, listChanges } from '@/areas/brief';
import { listLatestIterations } from '@/areas/builds';
import { listQuantities, listLatestRuns } from '@/areas/bench';
import { teamIdsIn, hrefIn, type Place } from '@/areas/course';
import type { Sql } from '@/db/connection';

/** What the page “Requirements” shows. */
export async function readRequirementsPage(sql: Sql, frame: Place) {
  const { seat } = frame;
  const { id } = seat.project;
  const leads = seat.role === 'instructor';
  const [requirements, budgets, measured, changes, latest, protocols, runs] = await Promise.all([
    listRequirements(sql, id),
    listBudgets(sql, id),
    listMeasured(sql, id),
    listChanges(sql, id),
    listLatestIterations(sql, id),
    listQuantities(sql, id),
    listLatestRuns(sql, id),
  ]);
  const shown = leads ? teamIdsIn(frame.teams, frame.section?.id ?? null, frame.team?.id ?? null) : [seat.teamId];
  const edit = hrefIn(frame, 'requirements/edit');
  return { leads, requirements, budgets, measured, changes, latest, protocols, runs, shown, edit };
}

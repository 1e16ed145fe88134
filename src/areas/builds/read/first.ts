import { holdsOfBuilding, sentence } from '@/areas/plan';
import { dayOfEntry } from '@/server/clock';
import type { Work } from '@/server/perform';

/** What stands as the change of an iteration that nobody has described yet. */
export const FIRST_CHANGE = 'Made with its first run';

/**
 * The iteration that a run is made with when none was named: the team's newest; where there is none, "iteration 1" is made, to
 * be completed later. Two at once make one.
 */
export async function newestIteration(work: Work, teamId: string): Promise<string> {
  const { tx, projectId, seat, now, age, notes } = work;
  await tx`select 1 from team where id = ${teamId} and project_id = ${projectId} for update`;
  const [newest] = await tx<{ id: string }[]>`
    select id from iteration where team_id = ${teamId} and project_id = ${projectId} order by number desc limit 1`;
  if (newest) return newest.id;
  const first = {
    projectId,
    teamId,
    number: 1,
    state: 'tested',
    change: FIRST_CHANGE,
    builtOn: dayOfEntry(seat.project, now, age),
    heldFor: sentence(await holdsOfBuilding(work, teamId)),
  };
  const [made] = await tx<[{ id: string }]>`insert into iteration ${tx(first)} returning id`;
  notes.push('Iteration 1 was made with it: complete it under Builds');
  return made.id;
}

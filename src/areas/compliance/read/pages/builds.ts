import { teamIdsIn, type Place } from '@/areas/course';
import { listIterations, frozenFor, type Iteration } from '@/areas/builds';
import { allowed, seesAll } from '@/server/access';
import { readDesigns } from '@/areas/compliance/read/designs';
import type { Sql } from '@/db/connection';

/** What the page “Builds” shows. */
export async function readBuildsPage(sql: Sql, frame: Place, { every }: { every: string | string[] | undefined }) {
  const { seat, teams, section, team } = frame;
  const ids = teamIdsIn(teams, section?.id ?? null, team?.id ?? null);
  const all = (await listIterations(sql, seat.project.id)).filter(
    (one) => ids.includes(one.teamId) && allowed(seat, 'iteration.read', one),
  );
  const whole = team !== null || every !== undefined;
  const designs = team && all.length > 0 ? await readDesigns(sql, seat.project.id) : null;
  const newest = newestFor(ids.length);
  const iterations = whole ? all : newestOf(all, newest);
  const more = all.length - iterations.length;
  const own = team ?? teams.find((one) => one.id === seat.teamId);
  const frozen = await frozenFor(sql, seat, frame.today);
  const mayAdd = !frozen && (seesAll(seat) || (own && own.id === seat.teamId));
  return { ids, all, designs, newest, iterations, more, own, frozen, mayAdd };
}

/** How many of each team are shown at first: three, and of many teams one, so that the sheet can still be read. */
const newestFor = (teams: number) => (teams > 30 ? 1 : 3);

/** The newest iterations of each team; they come by team and number. */
function newestOf(iterations: readonly Iteration[], newest: number): Iteration[] {
  return iterations.filter((one, i) => iterations[i + newest]?.teamId !== one.teamId);
}

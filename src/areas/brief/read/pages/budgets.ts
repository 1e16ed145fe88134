import { listRequirements, listBudgets, inForce } from '@/areas/brief/read/requirements';
import { allowed } from '@/server/access';
import type { Sql } from '@/db/connection';
import type { Place } from '@/areas/course';

/** What the page “Budgets” shows. */
export async function readBudgetsPage(sql: Sql, frame: Place) {
  const { seat } = frame;
  const { id } = seat.project;
  const leads = seat.role === 'instructor';
  const [requirements, budgets] = [await listRequirements(sql, id), await listBudgets(sql, id)];
  const limits = inForce(requirements).filter((one) => one.kind === 'max' && SUMS.has(one.dimension ?? ''));
  const team = frame.team ?? (leads ? null : (frame.teams.find((one) => one.id === seat.teamId) ?? null));
  const mine = team === null ? null : team.id;
  const readable = mine === null || allowed(seat, 'budget.write', { teamId: mine });
  return { leads, budgets, limits, team, mine, readable };
}

/** What adds up over parts. */
const SUMS = new Set(['mass', 'cost', 'count']);

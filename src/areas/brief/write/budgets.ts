'use server';

import { budget } from '@/core/requirements';
import { CoreError } from '@/core/units';
import { json } from '@/db/connection';
import { isId } from '@/server/access';
import { FieldError } from '@/server/outcome';
import { orConflict, action } from '@/server/perform';
import { read } from '@/ui/forms/schema';
import { budgetSchema } from '@/areas/brief/records/budgets';

/** How a limit is split over parts, by the class or by one team for itself. */
export const saveBudget = action(
  'saveBudget',
  budgetSchema,
  async (work, { id, version, requirementId, teamId, parts: typed }) => {
    const { tx, projectId, notes } = work;
    const [of] = await tx<{ kind: string; value: number; unit: string }[]>`
          select kind, value, unit from requirement where id = ${requirementId} and project_id = ${projectId}`;
    if (of?.kind !== 'max') throw new FieldError('', 'Only a limit of the kind “at most” can be split over parts.');
    const parts = (typed ?? []).map(({ name, value, unit }) => ({ name, value: read(value, notes), unit }));
    parts.forEach((part, i) => fits(of, part, i));
    if (!id) {
      const [row] = await tx<{ id: string }[]>`
            insert into budget ${tx({ projectId, requirementId, teamId, parts: json(tx, parts) })} on conflict do nothing returning id`;
      if (row) return row;
    }
    const written = await tx<{ id: string }[]>`
          update budget set parts = ${json(tx, parts)} where project_id = ${projectId} and requirement_id = ${requirementId}
            and team_id is not distinct from ${teamId} and version = ${version ?? 0} returning id`;
    await orConflict(written, tx, id ?? requirementId, async () => {
      const [row] = await tx<{ parts: unknown; version: number }[]>`
            select parts, version from budget where requirement_id = ${requirementId} and project_id = ${projectId} and team_id is not distinct from ${teamId}`;
      return row && { parts: JSON.stringify(row.parts), version: row.version };
    });
    return written[0]!;
  },
  async (_sql, { teamId }) => (isId(teamId) ? { teamId } : {}),
);

function fits(limit: { value: number; unit: string }, part: { name: string; value: number; unit: string }, i: number) {
  try {
    budget({ limit, parts: [part] });
  } catch (error) {
    if (error instanceof CoreError) throw new FieldError(`parts.${i}.unit`, error.message);
    throw error;
  }
}

'use server';

import { FieldError } from '@/server/outcome';
import { orConflict, action, type Work } from '@/server/perform';
import { featureTarget, iterationTarget } from '@/areas/builds/read/targets';
import { listChosen } from '@/areas/concepts';
import { removeRow, saveRow } from '@/server/saveRow';
import { plural } from '@/core/format';
import { readOptional } from '@/ui/forms/schema';
import type { BuildRule } from '@/areas/builds/read/iterations';
import { mustNotBeFrozen } from '@/areas/builds/read/frozen';
import {
  buildRuleSchema,
  checkSchema,
  featureSchema,
  releaseSchema,
  removeIterationSchema,
  withdrawCheckSchema,
} from '@/areas/builds/records/builds';
import { buildRuleForm } from '@/areas/builds/read/toForm';

/** Renames a feature everywhere, and says which requirement it answers. */
export const saveFeature = action(
  'saveFeature',
  featureSchema,
  async (work, { name, requirementId, conceptId, id, version }) => {
    await mustBeChosen(work, id, conceptId);
    return saveRow(work, 'feature', { id, version }, { name, requirementId, conceptId }, (row) => ({
      name: row.name as unknown,
      requirementId: row.requirementId as unknown,
      conceptId: row.conceptId as unknown,
    }));
  },
  (sql, { id }, projectId) => featureTarget(sql, id, projectId),
);

/** A feature answers a concept that was chosen, in the section of a team whose design has it. */
async function mustBeChosen({ tx, projectId }: Work, featureId: string, conceptId: string | null): Promise<void> {
  if (conceptId === null) return;
  const teams = await tx<{ id: string; named: string | null }[]>`
    select distinct i.team_id as id, f.concept_id as named from feature f join iteration_change k on k.feature_id = f.id
    join iteration i on i.id = k.iteration_id where f.id = ${featureId} and f.project_id = ${projectId}`;
  const ids = teams.map(({ id }) => id);
  const chosen = await listChosen(tx, projectId, ids, teams[0]?.named ?? null);
  if (!chosen.some(({ id }) => id === conceptId))
    throw new FieldError('conceptId', 'Choose a concept that was chosen in your section.');
}

/** Says what the course asks of the designs, and from when on they are frozen. */
export const saveBuildRule = action('saveBuildRule', buildRuleSchema, (work, input) => {
  const values = {
    leastTeam: readOptional(input.leastTeam),
    leastMember: readOptional(input.leastMember),
    makesOfficial: input.makesOfficial,
    frozenFrom: input.frozenFrom || null,
  };
  return saveRow(work, 'build_rule', { id: input.id, version: input.version }, values, (row) =>
    buildRuleForm(row as unknown as BuildRule),
  );
});

/**
 * Removes an iteration that nothing rests on. Where it has runs, or others come from it, it is retired instead: its runs stay,
 * and so does what was learnt.
 */
export const removeIteration = action(
  'removeIteration',
  removeIterationSchema,
  async (work, { id }) => {
    const { tx, projectId, notes } = work;
    await mustNotBeFrozen(work);
    const [kept] = await tx<[{ runs: number; children: number; number: number }]>`
      select number, (select count(*)::int from run where iteration_id = i.id) as runs,
        (select count(*)::int from iteration_parent where parent_id = i.id) as children
      from iteration i where id = ${id} and project_id = ${projectId} for update`;
    if (!kept) throw new FieldError('', 'This iteration was removed already.');
    if (kept.runs === 0 && kept.children === 0) {
      // Its pictures go along, and return with it.
      await tx`
        update attachment set removed_at = now()
        where project_id = ${projectId} and object_kind = 'iteration' and object_id = ${id} and removed_at is null`;
      notes.push(`Iteration ${kept.number} is removed`);
      return removeRow(work, 'iteration', id, 'This iteration');
    }
    const rests = [
      ...(kept.runs ? [plural(kept.runs, 'run')] : []),
      ...(kept.children ? [`${plural(kept.children, 'iteration')} that came of it`] : []),
    ];
    notes.push(`Iteration ${kept.number} has ${rests.join(' and ')}, so it is retired instead: they stay`);
    await tx`update iteration set state = 'retired' where id = ${id} and project_id = ${projectId}`;
  },
  (sql, { id }, projectId) => iterationTarget(sql, id, projectId),
);

/** Publishes an iteration to the section, or takes it back to its team. */
export const releaseIteration = action(
  'releaseIteration',
  releaseSchema,
  async ({ tx, projectId }, { id, released, version }) => {
    const written = await tx`
          update iteration set released_at = case when ${released} then now() end
          where id = ${id} and project_id = ${projectId} and version = ${version} returning 1`;
    await orConflict(written, tx, id, async () => {
      const [row] =
        await tx`select released_at is not null as released, version from iteration where id = ${id} and project_id = ${projectId}`;
      return row as unknown as { version: number };
    });
  },
  (sql, { id }, projectId) => iterationTarget(sql, id, projectId),
);

/** Notes that somebody has looked at an iteration and found it right; never who made it. */
export const checkIteration = action(
  'checkIteration',
  checkSchema,
  async ({ tx, projectId, seat, now, notes }, { id: iterationId, note }) => {
    const { id: checkedBy, name: byName } = seat.actor;
    const [one] = await tx<{ makerId: string | null }[]>`
          select maker_id from iteration where id = ${iterationId} and project_id = ${projectId} for share`;
    if (!one) throw new FieldError('', 'This iteration was removed.');
    if (one.makerId === checkedBy) throw new FieldError('', 'You made this one; somebody else has to check it.');
    const row = { projectId, iterationId, checkedBy, byName, checkedOn: now.slice(0, 10), note };
    const added = await tx`insert into iteration_check ${tx(row)} on conflict do nothing returning 1`;
    if (added.length === 0) notes.push('You had checked it already');
  },
  (sql, { id }, projectId) => iterationTarget(sql, id, projectId),
);

/** Takes one's own check back. */
export const withdrawCheck = action(
  'withdrawCheck',
  withdrawCheckSchema,
  async ({ tx, projectId, seat }, { id }) => {
    const gone = await tx`
          delete from iteration_check where iteration_id = ${id} and project_id = ${projectId} and checked_by = ${seat.actor.id} returning 1`;
    if (gone.length === 0) throw new FieldError('', 'There is no check of yours to withdraw.');
  },
  (sql, { id }, projectId) => iterationTarget(sql, id, projectId),
);

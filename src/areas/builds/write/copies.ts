'use server';

import { plural } from '@/core/format';
import { iterationTarget } from '@/areas/builds/read/targets';
import { copyTarget } from '@/areas/builds/read/copies';
import { FieldError } from '@/server/outcome';
import { action, momentOf } from '@/server/perform';
import { removeRow } from '@/server/saveRow';
import { addCopySchema, mendSchema, removeCopySchema } from '@/areas/builds/records/copies';

/** Adds a copy of an iteration. With the first one, what there was becomes copy 1, with the runs made so far. */
export const addCopy = action(
  'addCopy',
  addCopySchema,
  async ({ tx, projectId, notes }, { iterationId }) => {
    // One after another, so that two at once get two numbers.
    await tx`select 1 from iteration where id = ${iterationId} and project_id = ${projectId} for update`;
    const [{ most }] = await tx<[{ most: number }]>`
      select coalesce(max(number), 0) as most from specimen where iteration_id = ${iterationId}`;
    if (most >= 99) throw new FieldError('', 'An iteration has at most 99 copies.');
    if (most > 0) {
      await tx`insert into specimen ${tx({ projectId, iterationId, number: most + 1 })}`;
      return void notes.push(`Copy ${most + 1} is added`);
    }
    const rows = [1, 2].map((number) => ({ projectId, iterationId, number }));
    const [first] = await tx<[{ id: string }]>`insert into specimen ${tx(rows)} returning id, number`;
    const moved = await tx`
      update run set specimen_id = ${first.id} where iteration_id = ${iterationId} and project_id = ${projectId} returning 1`;
    const runs = moved.length ? `, with ${plural(moved.length, 'run')}` : '';
    notes.push(`Copy 1 is the one there was${runs}; copy 2 is new`);
  },
  (sql, { iterationId }, projectId) => iterationTarget(sql, iterationId, projectId),
);

/** Notes that a copy broke, or was repaired. */
export const mendCopy = action(
  'mendCopy',
  mendSchema,
  async (work, { id: specimenId, kind, what }) => {
    const { tx, projectId } = work;
    await tx`insert into specimen_note ${tx({ projectId, specimenId, kind, what, happenedAt: momentOf(work) })}`;
  },
  (sql, { id }, projectId) => copyTarget(sql, id, projectId),
);

/** Removes a copy that was never run. */
export const removeCopy = action(
  'removeCopy',
  removeCopySchema,
  async (work, { id }) => {
    const { tx } = work;
    const [{ runs }] = await tx<[{ runs: number }]>`select count(*)::int as runs from run where specimen_id = ${id}`;
    if (runs > 0) throw new FieldError('', `This copy has ${plural(runs, 'run')}, so it stays.`);
    return removeRow(work, 'specimen', id, 'This copy');
  },
  (sql, { id }, projectId) => copyTarget(sql, id, projectId),
);

'use server';

import * as yup from 'yup';
import { json, type Tx } from '@/db/connection';
import { FieldError } from '@/server/outcome';
import { action } from '@/server/perform';
import { noteAct } from '@/server/write';
import { place } from '@/ui/forms/schema';
import { planPutBack, type Selection, type Step } from './plan';
import { readSelection } from './selection';

const putBackSchema = yup.object({
  ...place,
  selection: yup.mixed<Record<string, unknown>>().required(),
  fingerprint: yup.string().required(),
});

/** Puts back what a plan shows, all of it or nothing; refuses when the plan is not what it was when it was shown. */
export const putBack = action('putBack', putBackSchema, async ({ tx, seat, projectId }, given) => {
  const selection = readSelection(given.selection);
  if (!selection) throw new FieldError('', 'Choose what to restore.');
  const plan = await planPutBack(tx, seat.project, selection, true);
  if (plan.fingerprint !== given.fingerprint)
    throw new FieldError('', 'Something changed since this was shown, so nothing was restored. Look at it again.');
  if (plan.steps.length === 0) throw new FieldError('', 'There is nothing to restore.');
  for (const step of plan.steps) await take(tx, projectId, step);
  await noteAct(tx, projectId, {
    kind: 'put back',
    id: idOf(selection),
    what: { ...selection, steps: plan.steps.length } as never,
  });
  return { done: plan.steps.length };
});

function idOf(selection: Selection): string {
  if (selection.kind === 'change') return String(selection.change);
  return selection.kind === 'act' ? selection.act : selection.person;
}

/** Does one step. Values go in as the history has them and get the columns' own types in the database. */
async function take(tx: Tx, projectId: string, { table, key, does, fields }: Step): Promise<void> {
  const where = Object.entries(key).map(([column, value]) => tx`and t.${tx(column)} = ${value as string}`);
  if (does === 'remove' && table === 'run')
    return void (await tx`update run t set withdrawn_at = now() where true ${where}`);
  if (does === 'remove') return void (await tx`delete from ${tx(table)} t where true ${where}`);
  const changes = Object.fromEntries(fields.map(({ field, then }) => [field, then]));
  const values = does === 'add' ? { ...changes, ...key, project_id: projectId } : changes;
  const record = tx`jsonb_populate_record(null::${tx(table)}, ${json(tx, values)})`;
  const each = (make: (column: string) => ReturnType<Tx>) =>
    Object.keys(values).map((column, i) => tx`${i ? tx`, ` : tx``}${make(column)}`);
  if (does === 'add')
    await tx`insert into ${tx(table)} (${each((column) => tx`${tx(column)}`)}) select ${each((column) => tx`r.${tx(column)}`)} from ${record} r`;
  else
    await tx`update ${tx(table)} t set ${each((column) => tx`${tx(column)} = r.${tx(column)}`)} from ${record} r where true ${where}`;
}

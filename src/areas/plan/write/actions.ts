'use server';

import { FieldError } from '@/server/outcome';
import { type Work, action } from '@/server/perform';
import { mustBeEnrolled } from '@/areas/course';
import { removeRow, saveRow } from '@/server/saveRow';
import { read, readOptional } from '@/ui/forms/schema';
import type { Operation } from '@/areas/plan/read/operations';
import { carryOut, mustHaveAnOrder, undo } from './changePlan';
import { lockHandIn, mustBeFresh, saveHandIn } from './commands';
import {
  absentSchema,
  changePlanSchema,
  decideSchema,
  removeStageSchema,
  stageSchema,
  startPlanSchema,
  undoSchema,
} from '@/areas/plan/records/plan';
import { STAGE_PLANS, type StartStage } from '@/areas/plan/shared/stagePlans';
import { stageForm } from '@/areas/plan/read/toForm';

/** A stage with what it comes after; a cycle is refused by name. */
export const saveStage = action('saveStage', stageSchema, async (work, input) => {
  const { tx, projectId } = work;
  const { id, version, name, lengthIn, after, handsIn, evidence, people, room, needs, cautions, optional, leftOut } =
    input;
  await tx`select 1 from project where id = ${projectId} for update`;
  const length = read(input.length);
  if (lengthIn === 'meetings' && length > 200) throw new FieldError('length', 'The length is at most 200 meetings.');
  const values = {
    name,
    handsIn,
    evidence,
    evidenceCount: readOptional(input.evidenceCount) ?? 1,
    people,
    room,
    needs,
    cautions,
    optional,
    leftOut,
    meetings: lengthIn === 'meetings' ? length : null,
    minutes: lengthIn === 'minutes' ? length : null,
    shortest: readOptional(input.shortest),
    leadDays: read(input.leadDays),
    delay: read(input.delay),
    ...(id ? {} : { position: await nextPosition(work) }),
  };
  const stageId = await saveRow(work, 'stage', { id, version }, values, stageForm);
  await tx`delete from stage_link where stage_id = ${stageId} and project_id = ${projectId}`;
  const links = after.map((one) => ({ projectId, stageId, afterId: one.id, byCustom: one.byCustom }));
  if (links.length) await tx`insert into stage_link ${tx(links)}`;
  await mustHaveAnOrder(tx, projectId);
  return { id: stageId };
});

/** Takes a stage out of the plan, unless others come after it or a team has handed something in. */
export const removeStage = action('removeStage', removeStageSchema, async ({ tx, projectId }, { id }) => {
  const followers = await tx<{ name: string }[]>`
          select s.name from stage_link l join stage s on s.id = l.stage_id
          where l.after_id = ${id} and l.project_id = ${projectId} order by s.position, s.name`;
  if (followers.length > 0) {
    const names = followers.map(({ name }) => `“${name}”`).join(', ');
    const [come, them] = followers.length === 1 ? ['comes', 'it'] : ['come', 'them'];
    throw new FieldError('', `${names} ${come} after this stage; let ${them} come after another one first.`);
  }
  await tx`delete from hand_in where stage_id = ${id} and project_id = ${projectId} and state = 'open' and note = ''`;
  await removeRow({ tx, projectId }, 'stage', id, 'This stage');
});

/** Lays down one of the plans to start from; only where there is none yet. */
export const startPlan = action('startPlan', startPlanSchema, async ({ tx, projectId }, { plan }) => {
  await tx`select 1 from project where id = ${projectId} for update`;
  const [stage] = await tx`select 1 from stage where project_id = ${projectId} limit 1`;
  if (stage) throw new FieldError('plan', 'This project has a plan already; change its stages instead.');
  const { stages } = STAGE_PLANS.find((one) => one.name === plan)!;
  const rows = await tx<{ id: string; name: string }[]>`
          insert into stage ${tx(stages.map((one, position) => ({ projectId, position, ...columnsOf(one) })))} returning id, name`;
  const idOf = new Map(rows.map(({ id, name }) => [name, id]));
  const links = stages.flatMap(({ name, after = [], byCustom = [] }) =>
    after.map((one) => ({
      projectId,
      stageId: idOf.get(name)!,
      afterId: idOf.get(one)!,
      byCustom: byCustom.includes(one),
    })),
  );
  await tx`insert into stage_link ${tx(links)}`;
  return { stages: rows.length };
});

/** Changes the plan as one thing that can be undone; whoever moved the same stage meanwhile is not overwritten. */
export const changePlan = action('changePlan', changePlanSchema, (work, { title, operations, seen }) =>
  carryOut(work, { title, operations: operations as unknown as Operation[], seen }),
);

/** Undoes a change of the plan as a whole. */
export const undoPlanChange = action('undoPlanChange', undoSchema, (work, { id }) => undo(work, id));

/** Accepts what a team has handed in, or returns it with what is still to be done. */
export const decideHandIn = action(
  'decideHandIn',
  decideSchema,
  async (work, { teamId, stageId, state, note, version }) => {
    const { tx, projectId, now } = work;
    const known = await lockHandIn(tx, projectId, teamId, stageId);
    if (known && version !== known.version) await mustBeFresh(tx, known);
    const day = known?.handedInOn ?? (state === 'accepted' ? now.slice(0, 10) : null);
    await saveHandIn(work, { teamId, stageId, state, note, day, by: null });
  },
);

/** Who is away on a day. */
export const setAbsent = action('setAbsent', absentSchema, async ({ tx, projectId }, { accountId, day, absent }) => {
  await mustBeEnrolled(tx, projectId, accountId);
  if (absent) await tx`insert into absence ${tx({ projectId, accountId, day })} on conflict do nothing`;
  else await tx`delete from absence where project_id = ${projectId} and account_id = ${accountId} and day = ${day}`;
});

async function nextPosition({ tx, projectId }: Work): Promise<number> {
  const [row] = await tx<[{ next: number }]>`
    select coalesce(max(position), -1) + 1 as next from stage where project_id = ${projectId}`;
  return row.next;
}

function columnsOf(stage: StartStage) {
  const { name, meetings, shortest, leadDays, optional, handsIn, evidence, needs, cautions } = stage;
  return {
    name,
    meetings,
    shortest: shortest ?? null,
    leadDays: leadDays ?? 0,
    optional: optional ?? false,
    handsIn: handsIn ?? '',
    evidence: evidence?.[0] ?? '',
    evidenceCount: evidence?.[1] ?? 1,
    needs: needs ?? '',
    cautions: cautions ?? '',
  };
}

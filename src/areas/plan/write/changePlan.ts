import { inOrder } from '@/core/plan';
import { json, type Tx } from '@/db/connection';
import { FieldError } from '@/server/outcome';
import { orConflict, type Work } from '@/server/perform';
import { listStages } from '@/areas/plan/read/stages';
import {
  differences,
  operate,
  stagesState,
  type LinkState,
  type Operation,
  type PlanState,
  type StageState,
} from '@/areas/plan/read/operations';

export interface PlanChange {
  title: string;
  operations: Operation[];
  /** Versions of the stages as the person saw them; whoever moved one meanwhile is not overwritten. */
  seen: { id: string; version: number }[];
}

/** Carries out a change of the plan as one thing, kept so that it can be undone. Changes wait for each other. */
export async function carryOut(work: Work, { title, operations, seen }: PlanChange): Promise<{ id: string }> {
  const { tx, projectId, seat } = work;
  const before = await lockAndRead(tx, projectId);
  await mustBeAsSeen(tx, projectId, seen);
  const changed = differences(before, operate(before, operations));
  if (Object.keys(changed.after).length === 0) throw new FieldError('', 'The plan is like this already.');
  await write(tx, projectId, changed.after);
  await mustHaveAnOrder(tx, projectId);
  const [row] = await tx<[{ id: string }]>`
    insert into plan_change (project_id, title, before, after, made_by)
    values (${projectId}, ${title}, ${json(tx, changed.before)}, ${json(tx, changed.after)}, ${seat.actor.id}) returning id`;
  return row;
}

/** Puts everything a change touched back to how it was. @throws FieldError when a part has been changed since. */
export async function undo({ tx, projectId }: Work, id: string): Promise<void> {
  const now = await lockAndRead(tx, projectId);
  const [change] = await tx<{ before: PlanState; after: PlanState; undoneAt: Date | null }[]>`
    select before, after, undone_at from plan_change where id = ${id} and project_id = ${projectId} for update`;
  if (!change) throw new FieldError('', 'This change is not part of the project.');
  if (change.undoneAt) throw new FieldError('', 'This change is undone already.');
  const since = Object.keys(change.after).filter(
    (key) => differences({ [key]: now[key] }, { [key]: change.after[key] }).after[key] !== undefined,
  );
  if (since.length > 0)
    throw new FieldError('', 'What this change touched has been changed again since; undo the newer change first.');
  await write(tx, projectId, change.before);
  await tx`update plan_change set undone_at = now() where id = ${id}`;
}

async function lockAndRead(tx: Tx, projectId: string): Promise<PlanState> {
  const [project] = await tx<[{ eventDate: string }]>`
    select event_date from project where id = ${projectId} for update`;
  const meetings = await tx<{ key: string; value: unknown }[]>`
    select 'extra/' || section_id || '/' || day || '/' || start as key, jsonb_build_object('inReserve', in_reserve) as value
    from extra_meeting where project_id = ${projectId}
    union all select 'lost/' || section_id || '/' || day || '/' || coalesce(start, ''), jsonb_build_object('reason', reason)
    from cancelled_meeting where project_id = ${projectId}`;
  const stages = stagesState(await listStages(tx, projectId));
  return {
    ...stages,
    ...Object.fromEntries(meetings.map(({ key, value }) => [key, value])),
    event: { day: project.eventDate },
  };
}

/** @throws ConflictError for the first stage that is no longer of the version seen, FieldError for one that is gone. */
async function mustBeAsSeen(tx: Tx, projectId: string, seen: PlanChange['seen']): Promise<void> {
  const rows = await tx<{ id: string; version: number; delay: number; meetings: number | null }[]>`
    select id, version, delay, meetings from stage
    where project_id = ${projectId} and id = any(${seen.map((one) => one.id)})`;
  for (const { id, version } of seen) {
    const row = rows.find((one) => one.id === id);
    if (row?.version === version) continue;
    await orConflict([], tx, id, () =>
      Promise.resolve(row && { version: row.version, delay: row.delay, meetings: row.meetings }),
    );
  }
}

/** Writes the parts of a state; null takes a part away. */
async function write(tx: Tx, projectId: string, parts: PlanState): Promise<void> {
  for (const [key, value] of Object.entries(parts)) {
    const [kind, a = '', b = '', c = ''] = key.split('/');
    if (kind === 'stage') await writeStage(tx, projectId, a, value as StageState);
    if (kind === 'links') await writeLinks(tx, projectId, a, (value ?? []) as LinkState[]);
    if (kind === 'extra') await writeExtra(tx, projectId, [a, b, c], value as { inReserve: boolean } | null);
    if (kind === 'lost') await writeLost(tx, projectId, [a, b, c], value as { reason: string } | null);
    if (kind === 'more') await writeMore(tx, projectId, [a, b], value as { meetings: number } | null);
    if (kind === 'event') await writeEvent(tx, projectId, (value as { day: string }).day);
  }
}

async function writeStage(tx: Tx, projectId: string, id: string, state: StageState) {
  await tx`update stage set ${tx({ ...state })} where id = ${id} and project_id = ${projectId}`;
}

async function writeLinks(tx: Tx, projectId: string, stageId: string, links: LinkState[]) {
  await tx`update stage set updated_at = now() where id = ${stageId} and project_id = ${projectId}`; // counts its version
  await tx`delete from stage_link where stage_id = ${stageId} and project_id = ${projectId}`;
  if (links.length) await tx`insert into stage_link ${tx(links.map((link) => ({ projectId, stageId, ...link })))}`;
}

type Place = [sectionId: string, day: string, start: string];

async function writeExtra(
  tx: Tx,
  projectId: string,
  [sectionId, day, start]: Place,
  state: { inReserve: boolean } | null,
) {
  const written = await tx`
    update extra_meeting set in_reserve = ${state?.inReserve ?? true}
    where project_id = ${projectId} and section_id = ${sectionId} and day = ${day} and start = ${start} returning 1`;
  if (written.length === 0) throw new FieldError('', `There is no extra meeting on ${day} at ${start} any more.`);
  await touchSection(tx, projectId, sectionId);
}

async function writeLost(tx: Tx, projectId: string, [sectionId, day, start]: Place, state: { reason: string } | null) {
  const row = { projectId, sectionId, day, start: start || null };
  if (state) await tx`insert into cancelled_meeting ${tx({ ...row, reason: state.reason })}`;
  else
    await tx`delete from cancelled_meeting where project_id = ${projectId} and section_id = ${sectionId} and day = ${day}
      and start is not distinct from ${row.start}`;
  await touchSection(tx, projectId, sectionId);
}

/** A form of the section that is open meanwhile learns that its meetings are others now. */
async function touchSection(tx: Tx, projectId: string, sectionId: string) {
  await tx`update section set updated_at = now() where id = ${sectionId} and project_id = ${projectId}`;
}

async function writeMore(
  tx: Tx,
  projectId: string,
  [teamId, stageId]: [string, string],
  state: { meetings: number } | null,
) {
  const moreMeetings = state?.meetings ?? 0;
  await tx`insert into hand_in ${tx({ projectId, teamId, stageId, moreMeetings })}
    on conflict (team_id, stage_id) do update set more_meetings = excluded.more_meetings`;
}

async function writeEvent(tx: Tx, projectId: string, day: string) {
  await tx`update project set event_date = ${day} where id = ${projectId}`;
}

/** @throws FieldError at "after" naming the cycle, if stages wait for each other. */
export async function mustHaveAnOrder(tx: Tx, projectId: string): Promise<void> {
  const stages = await listStages(tx, projectId);
  const nameOf = new Map(stages.map((stage) => [stage.id, stage.name]));
  try {
    inOrder(
      stages.map(({ name, after }) => ({ id: name, meetings: 1, after: after.map((one) => nameOf.get(one.id)!) })),
    );
  } catch (error) {
    throw new FieldError('after', (error as Error).message);
  }
}

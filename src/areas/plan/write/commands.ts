import type { InferType } from 'yup';
import { dayOfEntry } from '@/server/clock';
import { FieldError } from '@/server/outcome';
import { orConflict, type Command, type Work } from '@/server/perform';
import type { Tx } from '@/db/connection';
import type { HandIn } from '@/areas/plan/read/stages';
import { ofTeam } from '@/areas/course';
import { handInSchema } from '@/areas/plan/records/plan';

type HandedIn = InferType<typeof handInSchema>;

/** Marks what a team hands in for a stage, or takes it back; through the outbox, so that a phone without a line can do it too. */
export const recordHandIn: Command<HandedIn, { id: string }> = {
  door: '/api/v1/hand-ins',
  schema: handInSchema as Command<HandedIn, never>['schema'],
  target: ofTeam,
  run: async (work, { teamId, stageId, state, note, version }) => {
    const { tx, projectId, notes } = work;
    const known = await lockHandIn(tx, projectId, teamId, stageId);
    if (known?.state === 'accepted') throw new FieldError('', 'This is accepted already; nothing is left to do.');
    if (state === 'handed-in' && known?.state === 'handed-in' && known.note === note) {
      notes.push('A teammate had handed it in already');
      return { id: known.id };
    }
    if (known && version !== null && version !== known.version) await mustBeFresh(tx, known);
    if (known && version === null && known.state !== 'open') await mustBeFresh(tx, known);
    const day = state === 'open' ? null : dayOfEntry(work.seat.project, work.now, work.age);
    return saveHandIn(work, { teamId, stageId, state, note, day, by: work.seat.actor.id });
  },
};

type Known = HandIn & { id: string };

/** A team's entry for a stage; nobody else writes one of the team until the transaction ends. */
export async function lockHandIn(
  tx: Tx,
  projectId: string,
  teamId: string,
  stageId: string,
): Promise<Known | undefined> {
  const [stage] = await tx`select 1 from stage where id = ${stageId} and project_id = ${projectId} for share`;
  if (!stage) throw new FieldError('stageId', 'This stage is no longer part of the plan.');
  // There may be no row to lock yet: two teammates with different notes must not both think they are the first.
  await tx`select 1 from team where id = ${teamId} and project_id = ${projectId} for no key update`;
  const [row] = await tx<Known[]>`
    select id, team_id, state, handed_in_on, note, more_meetings, version from hand_in
    where team_id = ${teamId} and stage_id = ${stageId} and project_id = ${projectId} for update`;
  return row;
}

/** @throws ConflictError with the entry as it is. */
export async function mustBeFresh(tx: Tx, { id, state, note, version }: Known): Promise<void> {
  await orConflict([], tx, id, () => Promise.resolve({ state, note, version }));
}

interface Saved {
  teamId: string;
  stageId: string;
  state: HandIn['state'];
  note: string;
  day: string | null;
  by: string | null;
}

export async function saveHandIn(
  { tx, projectId }: Work,
  { teamId, stageId, state, note, day, by }: Saved,
): Promise<{ id: string }> {
  const row = { projectId, teamId, stageId, state, note, handedInOn: day, handedInBy: by };
  const [written] = await tx<[{ id: string }]>`
    insert into hand_in ${tx(row)} on conflict (team_id, stage_id)
    do update set state = excluded.state, note = excluded.note, handed_in_on = excluded.handed_in_on, handed_in_by = coalesce(excluded.handed_in_by, hand_in.handed_in_by)
    returning id`;
  return written;
}

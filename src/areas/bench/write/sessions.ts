'use server';

import { overlap, spanOf } from '@/core/bookings';
import { json } from '@/db/connection';
import { holdOfStop, holdsOfRun, mustNotBeHeld, sentence, listBookings } from '@/areas/plan';
import { FieldError } from '@/server/outcome';
import { momentOf, type Work, action } from '@/server/perform';
import { listTeams } from '@/areas/course';
import { listSessions, type TestSession } from '@/areas/bench/read/sessions';
import { saveRow } from '@/server/saveRow';
import { read, seedSchema } from '@/ui/forms/schema';
import { markSchema, sessionIdSchema, sessionSchema } from '@/areas/bench/records/sessions';
import { sessionForm } from '@/areas/bench/read/sessions/toForm';

/** Plans a session. Its list of teams is frozen with it; a drawn one is drawn once its seed is announced. */
export const saveSession = action(
  'saveSession',
  sessionSchema,
  async (work, { id, version, sectionId, eventId, machineId, day, start, drawn, teams, ...numbers }) => {
    const { tx, projectId } = work;
    const known = id ? await lockSession(work, id) : null;
    if (known?.begunAt) throw new FieldError('', 'This session has begun; plan another one.');
    if (known?.seed) throw new FieldError('', 'The seed is announced, so its list stays as it is; plan another one.');
    const own = (await listTeams(tx, projectId)).filter((team) => team.sectionId === sectionId);
    const ids = teams.map((one) => one.id);
    if (new Set(ids).size < ids.length) throw new FieldError('teams', 'A team appears twice in the list.');
    if (ids.some((one) => !own.some((team) => team.id === one)))
      throw new FieldError('teams', 'Only teams of this section take part.');
    const values = {
      sectionId,
      eventId,
      machineId,
      day,
      start,
      drawn: drawn === 'drawn',
      teams: json(tx, ids),
      minutes: read(numbers.minutes),
      attempts: read(numbers.attempts),
      minutesPerAttempt: read(numbers.minutesPerAttempt),
      resetMinutes: read(numbers.resetMinutes),
      restMinutes: read(numbers.restMinutes),
      stations: read(numbers.stations),
    };
    const sessionId = await saveRow(work, 'test_session', { id, version }, values, sessionForm);
    if (machineId) await tellBookings(work, { machineId, day, start, minutes: values.minutes });
    return { id: sessionId };
  },
);

/** Bookings in the time of a session stand; who plans it hears of them. */
async function tellBookings(
  { tx, projectId, notes }: Work,
  { machineId, day, start, minutes }: { machineId: string; day: string; start: string; minutes: number },
): Promise<void> {
  await tx`select 1 from machine where id = ${machineId} and project_id = ${projectId} for no key update`;
  const span = spanOf({ start, minutes });
  const teams = await listTeams(tx, projectId);
  const standing = (await listBookings(tx, projectId)).filter(
    (one) =>
      one.machineId === machineId &&
      one.state === 'booked' &&
      one.day === day &&
      overlap(spanOf({ start: one.start!, minutes: one.minutes! }), span),
  );
  if (standing.length > 0)
    notes.push(
      `Booked in the same time, move it: ${standing.map((one) => `${teams.find((team) => team.id === one.teamId)!.name} ${one.start}`).join(', ')}`,
    );
}

/** Takes a session away that has not begun. */
export const removeSession = action('removeSession', sessionIdSchema, async ({ tx, projectId }, { id }) => {
  const gone = await tx`
          delete from test_session where id = ${id} and project_id = ${projectId} and begun_at is null returning 1`;
  if (gone.length === 0) throw new FieldError('', 'This session has begun or is gone; it stays as a record.');
});

/** Announces the seed of a drawn order, once: after that neither the list nor the seed changes. */
export const announceSeed = action('announceSeed', seedSchema, async (work, { id, seed }) => {
  const session = await lockSession(work, id!);
  if (!session.drawn) throw new FieldError('seed', 'The order of this session is given; nothing is drawn.');
  if (session.seed !== null) throw new FieldError('seed', `The seed “${session.seed}” is announced already.`);
  await work.tx`update test_session set seed = ${seed} where id = ${id} and project_id = ${work.projectId}`;
});

/** Begins a session: from now on it is followed. */
export const beginSession = action('beginSession', sessionIdSchema, async (work, { id }) => {
  const session = await lockSession(work, id!);
  if (session.begunAt) throw new FieldError('', 'Somebody else has begun this session already.');
  if (session.drawn && session.seed === null) throw new FieldError('', 'The order is drawn; announce the seed first.');
  if (session.day !== work.now.slice(0, 10)) throw new FieldError('', 'This session is on another day.');
  await work.tx`update test_session set begun_at = ${momentOf(work)} where id = ${id} and project_id = ${work.projectId}`;
});

/** Ends a session; runs that did not take place stay open in its record. */
export const endSession = action('endSession', sessionIdSchema, async (work, { id }) => {
  const session = await lockSession(work, id!);
  if (!session.begunAt || session.endedAt) throw new FieldError('', 'This session is not running.');
  await work.tx`update test_session set ended_at = ${momentOf(work)} where id = ${id} and project_id = ${work.projectId}`;
});

/** A run begins, ends, or is left out as the team is not there. What ran despite a hold is kept, and marked. */
export const markRun = action('markRun', markSchema, async (work, { sessionId, teamId, attempt, does }) => {
  const { tx, projectId, notes } = work;
  const session = await lockSession(work, sessionId);
  if (!session.begunAt || session.endedAt) throw new FieldError('', 'This session is not running.');
  if (!session.teams.includes(teamId) || attempt > session.attempts)
    throw new FieldError('', 'This run is not part of the session.');
  const mark = session.marks.find((one) => one.teamId === teamId && one.attempt === attempt);
  if (does === 'undo') {
    await tx`delete from session_run where id = ${mark?.id ?? null} and project_id = ${projectId}`;
    return;
  }
  if (mark?.endedAt || mark?.skipped || (mark && does !== 'end'))
    throw new FieldError('', 'Somebody else has marked this run already; look again.');
  const where = { projectId, teamId, today: work.now.slice(0, 10), protocolId: session.protocolId };
  const starts = does !== 'skip' && !mark;
  const holds = starts ? [...(await holdOfStop(tx, projectId)), ...(await holdsOfRun(tx, where))] : [];
  if (does === 'start') mustNotBeHeld(work, 'work.start', { teamId }, holds, '');
  const heldFor = does === 'end' ? sentence(holds) : '';
  if (heldFor) notes.push(`Kept, and marked: ${heldFor}`);
  const at = momentOf(work);
  const change = {
    start: { startedAt: at },
    end: { endedAt: at, heldFor: mark?.heldFor ?? heldFor },
    skip: { skipped: true },
  }[does];
  if (mark) await tx`update session_run set ${tx(change)} where id = ${mark.id} and project_id = ${projectId}`;
  else await tx`insert into session_run ${tx({ projectId, sessionId, teamId, attempt, ...change })}`;
});

/** The session; nobody else writes to it until the transaction ends. */
async function lockSession({ tx, projectId }: Work, id: string): Promise<TestSession> {
  await tx`select 1 from test_session where id = ${id} and project_id = ${projectId} for update`;
  const session = (await listSessions(tx, projectId)).find((one) => one.id === id);
  if (!session) throw new FieldError('', 'This session was removed meanwhile.');
  return session;
}

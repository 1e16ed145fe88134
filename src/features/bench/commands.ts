import type { InferType } from 'yup';
import { json, type Sql } from '@/db/connection';
import { isId, seesAll, type Seat, type Target } from '@/server/access';
import { dayOfEntry } from '@/server/clock';
import type { EventRule } from '@/core/scoring';
import { holdsOfRun, sentence } from '@/domain/gates/holds';
import { ConflictError, FieldError } from '@/server/outcome';
import { momentOf, orConflict, type Command, type Work } from '@/server/perform';
import { newestIteration } from '@/domain/builds/first';
import { tickRuns } from '@/domain/plan/tick';
import { runTarget } from '@/domain/builds/targets';
import { read } from '@/ui/forms/schema';
import { keepCorrection } from '@/domain/event/corrections';
import { isOfficial } from '@/domain/event/officials';
import { knownRun, mayCorrect, runWords, whyPractice } from './attempts';
import {
  copyOf,
  findTest,
  readObserved,
  remark,
  settingsOf,
  type Observed,
  type RunInput,
  type TestFound,
} from './recorded';
import { withdrawSchema, runSchema } from './schema';
import { runForm } from './toForm';

type Input = RunInput;

/**
 * Records a run with its reading, and the attempt it counts as, or corrects one: without a version it is new, with one it
 * is a change of what was seen. The id is the client's; sending a new run again changes nothing. A run that somebody enters
 * as an attempt without being an official of the event, or while it is not open, is kept as practice, and they are told. An
 * attempt that somebody else has recorded meanwhile is a clash: both runs are shown, and one's own can stay as the next
 * attempt or as a practice run.
 */
const recording = (door: Command<Input, never>['door']): Command<Input, { id: string; attempt: number | null }> => ({
  door,
  schema: runSchema as Command<Input, never>['schema'],
  target: runTouched,
  run: async (work, input) => {
    const { tx, projectId, notes } = work;
    const { id, eventId, teamId, status, penalties, note, version, reason } = input;
    const known = await knownRun(work, id);
    if (known && version === null) return { id, attempt: known.attempt };
    if (known && (known.teamId !== teamId || (known.eventId !== null && known.eventId !== eventId)))
      throw new FieldError('teamId', 'A run stays with its team and its event.');
    if (known?.attempt == null && input.attempt !== null && !eventId)
      throw new FieldError('eventId', 'An attempt counts in an event: choose it, or record this as a practice run.');
    const counting = known === undefined || known.eventId !== null || input.attempt !== null;
    const test = await findTest(work, counting ? eventId : null, known?.protocolId ?? input.protocolId);
    await checkPlaces(work, input);
    const iterationId = input.iterationId ?? (await newestIteration(work, teamId));
    checkPenalties(test.rules, penalties);
    const [rule] = test.rules;
    const event = { id: eventId!, name: test.name };
    const practice = !known && input.attempt !== null ? await whyPractice(work, event, input) : null;
    if (practice) notes.push(practice);
    const attempt = practice ? null : input.attempt;
    const number = known ? (known.attempt ?? attempt) : attempt;
    if (known && number !== null)
      await mayCorrect(work, { eventId: event.id, eventName: event.name, number, teamId }, reason);
    if (attempt !== null && rule && attempt > rule.attempts.allowed) {
      throw new FieldError(
        'attempt',
        `${rule.attempts.allowed} attempts are allowed in ${test.name}. Record this as a practice run, or change the event's rule.`,
      );
    }
    if (status === 'foul' && number !== null && rule?.attempts.foul === 'keep' && !input.value)
      throw new FieldError('value', `In ${test.name} a foul counts with its value: enter what was measured.`);
    const measured = input.value ? readObserved(input, test, known, notes) : null;
    const conditions = Object.fromEntries(
      input.conditions.map((one) => [one.name, { value: read(one.value, notes), unit: one.unit }]),
    );
    const values = {
      iterationId,
      // An older entry of a device knows nothing of them; what is stored stays.
      ...(known && !input.settings
        ? {}
        : {
            specimenId: await copyOf(work, iterationId, input.copyId),
            settings: json(tx, settingsOf(test.settings, input.settings ?? [], known?.settings ?? {}, notes)) as never,
          }),
      status,
      note,
      penalties: json(tx, penalties) as never,
      conditions: json(tx, conditions) as never,
    };
    if (known) {
      const written = await tx`
        update run set ${tx(values)} where id = ${id} and project_id = ${projectId} and version = ${version} returning 1`;
      await orConflict(written, tx, id, () => currentRun(work, id));
      await keepReading(work, id, test, measured);
      if (known.attempt === null && number !== null) await count(work, { id, eventId: event.id, teamId, number }, test);
      const [was, became] = [
        runWords(known),
        runWords({ status, penalties, value: measured?.value ?? null, unit: measured?.unit ?? null }),
      ];
      if (number !== null && (was !== became || known.attempt === null)) {
        const kind = known.attempt === null ? ('counted' as const) : ('corrected' as const);
        await keepCorrection(work, {
          teamId,
          runId: id,
          eventName: event.name,
          attempt: number,
          kind,
          was,
          became,
          reason,
        });
      }
      return { id, attempt: number };
    }
    const { protocolId } = test;
    // What took place is recorded in any case; what held it stays with it.
    const today = dayOfEntry(work.seat.project, work.now, work.age);
    const holds = await holdsOfRun(tx, { projectId, teamId, today, protocolId });
    // A hold names people; an official of other teams hears only that there is one.
    const works = seesAll(work.seat) || work.seat.teamId === teamId;
    if (holds.length > 0) notes.push(`Recorded, and marked: ${works ? sentence(holds) : 'the team was on hold'}`);
    const run = { id, projectId, protocolId, teamId, ...values, runAt: momentOf(work), heldFor: sentence(holds) };
    const added = await tx`insert into run ${tx(run)} on conflict do nothing returning 1`;
    if (added.length === 0) {
      // The same run, sent twice at once, is harmless.
      const [own] = await tx`select 1 from run where id = ${id} and project_id = ${projectId}`;
      if (own) return { id, attempt };
      throw new FieldError('', 'This run could not be recorded; send it again.');
    }
    await keepReading(work, id, test, measured);
    if (attempt !== null) await count(work, { id, eventId: event.id, teamId, number: attempt }, test);
    if (measured && status === 'ok') await remark(work, { id, iterationId, works }, test, conditions);
    await tickRuns(work, teamId);
    return { id, attempt };
  },
});
export const recordRun = recording('/api/v1/runs');
/** The same for whoever holds a link of an official. */
export const recordRunByLink = recording('/api/v1/official-runs');

/** Lets a run count as an attempt. @throws ConflictError when another one has that number. */
async function count(
  work: Work,
  { id, eventId, teamId, number }: { id: string; eventId: string; teamId: string; number: number },
  test: TestFound,
): Promise<void> {
  const { tx, projectId } = work;
  const free = await tx`
    insert into attempt ${tx({ projectId, teamId, eventId, runId: id, number })} on conflict do nothing returning 1`;
  if (free.length === 0) await tellClash(work, { eventId, teamId, attempt: number }, test);
}

/** Whose run a write touches, and whether the person is an official of the event it is made in. */
async function runTouched(
  sql: Sql,
  { id, teamId, eventId }: Record<string, unknown>,
  projectId: string,
  seat: Seat,
): Promise<Target> {
  const existing = await runTarget(sql, id, projectId);
  const [counted] = existing
    ? await sql<{ eventId: string }[]>`select event_id from attempt where run_id = ${String(id)}`
    : [{ eventId }];
  const official = await isOfficial(sql, seat, counted?.eventId);
  return { ...(existing ?? (isId(teamId) ? { teamId } : {})), official };
}

/** Writes what was read in a run, or takes it out when nothing was. */
async function keepReading(
  { tx, projectId }: Work,
  runId: string,
  { protocolId, quantityId, dimension, instrumentId }: TestFound,
  measured: Observed | null,
): Promise<void> {
  if (!measured) return void (await tx`delete from reading where run_id = ${runId} and quantity_id = ${quantityId}`);
  const observed = measured.observed && json(tx, measured.observed);
  const row = { projectId, runId, protocolId, quantityId, dimension, instrumentId, ...measured, observed };
  await tx`insert into reading ${tx(row as never)} on conflict on constraint reading_once
    do update set value = excluded.value, unit = excluded.unit, observed = excluded.observed`;
}

type Withdrawal = InferType<typeof withdrawSchema>;

/** Withdraws a run: it stays in the history and counts no more; its attempt is free again. */
const withdrawing = (door: Command<Withdrawal, never>['door']): Command<Withdrawal, { id: string }> => ({
  door,
  schema: withdrawSchema as Command<Withdrawal, never>['schema'],
  target: async (sql, input, projectId, seat) =>
    (await runTarget(sql, input.id, projectId)) && runTouched(sql, input, projectId, seat),
  run: async (work, { id, version, reason }) => {
    const { tx, projectId } = work;
    const known = await knownRun(work, id);
    if (known?.attempt != null) {
      const { teamId, attempt, eventId, eventName } = known;
      const counted = { eventId: eventId!, eventName: eventName!, number: attempt, teamId };
      await mayCorrect(work, counted, reason);
      const [kind, was] = ['withdrawn' as const, runWords(known)];
      await keepCorrection(work, { teamId, runId: id, eventName: eventName!, attempt, kind, was, became: '', reason });
    }
    const written =
      await tx`update run set withdrawn_at = now() where id = ${id} and project_id = ${projectId} and version = ${version} returning 1`;
    await orConflict(written, tx, id, () => currentRun(work, id));
    return { id };
  },
});
export const withdrawRun = withdrawing('/api/v1/runs/withdraw');
export const withdrawRunByLink = withdrawing('/api/v1/official-runs/withdraw');

/** A run as its form shows it, with its version. */
async function currentRun(work: Work, id: string) {
  const row = await knownRun(work, id);
  return row && { ...runForm({ ...row }), version: row.version };
}

/** The attempt is taken by another run. @throws ConflictError with both of them. */
async function tellClash(
  work: Work,
  { eventId, teamId, attempt }: { eventId: string; teamId: string; attempt: number },
  { rules }: TestFound,
): Promise<never> {
  const { tx } = work;
  const [theirs] = await tx<{ id: string; by: string; at: Date; most: number }[]>`
    select r.id, coalesce(h.actor_name, 'somebody') as by, r.created_at as at,
      (select max(number) from attempt where event_id = ${eventId} and team_id = ${teamId} and stands) as most
    from attempt a join run r on r.id = a.run_id
    left join audit h on h.object_id = r.id::text and h.object_kind = 'run' and h.before is null
    where a.event_id = ${eventId} and a.team_id = ${teamId} and a.number = ${attempt} and a.stands limit 1`;
  if (!theirs) throw new FieldError('attempt', 'This attempt could not be recorded; send it again.');
  const now = await currentRun(work, theirs.id);
  const { version = 0, ...shown } = now ?? {};
  const next = theirs.most + 1;
  throw new ConflictError(
    {
      version: Number(version),
      theirs: shown,
      by: theirs.by,
      at: theirs.at.toISOString(),
      ways: [
        ...(rules[0] && next <= rules[0].attempts.allowed
          ? [{ label: `Keep mine too, as attempt ${next}`, change: { attempt: next } }]
          : []),
        { label: 'Keep mine too, as a practice run', change: { attempt: null } },
      ],
    },
    `Attempt ${attempt} is recorded already, by ${theirs.by}.`,
    { attempt: 'This attempt is recorded already; reload to see it.' },
  );
}

async function checkPlaces({ tx, projectId }: Work, { teamId, sectionId, iterationId }: Input): Promise<void> {
  const [team] = await tx<{ name: string; sectionId: string; section: string }[]>`
    select t.name, t.section_id, s.name as section from team t join section s on s.id = t.section_id
    where t.id = ${teamId} and t.project_id = ${projectId}`;
  if (!team) throw new FieldError('teamId', 'This team is not part of the project.');
  if (team.sectionId !== sectionId)
    throw new FieldError(
      'teamId',
      `${team.name} belongs to section ${team.section}; this run was entered for another section.`,
    );
  if (iterationId === null) return;
  const [iteration] =
    await tx`select 1 from iteration where id = ${iterationId} and team_id = ${teamId} and project_id = ${projectId}`;
  if (!iteration) throw new FieldError('iterationId', `This iteration is not one of ${team.name}.`);
}

function checkPenalties(rules: EventRule[], penalties: Record<string, number>) {
  const unknown = Object.keys(penalties).find(
    (code) => !rules.some((rule) => Object.hasOwn(rule.penalties ?? {}, code)),
  );
  if (unknown !== undefined)
    throw new FieldError('penalties', `The event's rule has no penalty "${unknown.slice(0, 40)}".`);
}

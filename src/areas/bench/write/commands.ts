import type { InferType } from 'yup';
import { formulaWords } from '@/core/bench';
import { json, type Sql } from '@/db/connection';
import { isId, seesAll, type Seat, type Target } from '@/server/access';
import { dayOfEntry } from '@/server/clock';
import type { EventRule } from '@/core/scoring';
import { holdsOfRun, sentence, tickRuns } from '@/areas/plan';
import { ConflictError, FieldError } from '@/server/outcome';
import { momentOf, orConflict, type Command, type Work } from '@/server/perform';
import { newestIteration } from '@/areas/builds';
import { listProtocols } from '@/areas/bench/read/protocols';
import { runTarget } from '@/areas/bench/read/target';
import { keepCorrection } from '@/areas/bench/read/attempts/corrections';
import { isOfficial } from '@/areas/bench/read/attempts/officials';
import { knownRun, mayCorrect, type KnownRun, runWords, whyPractice } from './attempts';
import {
  conditionsFrom,
  copyOf,
  findTest,
  readingRows,
  readRun,
  remark,
  scoredValue,
  settingsOf,
  storedRun,
  versionOf,
  type Observed,
  type RunInput,
  type TestFound,
} from './recorded';
import { withdrawSchema, runSchema } from '@/areas/bench/records/bench';
import { runForm } from '@/areas/bench/read/toForm';

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
    const measured = readRun(input, test, known?.readings ?? null, notes);
    const conditions = conditionsFrom(input.conditions, notes);
    const settings = settingsOf(test.protocol.settings, input.settings ?? [], known?.settings ?? {}, notes);
    const set = known && !input.settings ? known.settings : settings;
    const counts = scoredValue(test, measured, { conditions, settings: set });
    if (status === 'foul' && number !== null && rule?.attempts.foul === 'keep' && !counts)
      throw new FieldError('value', `In ${test.name} a foul counts with its value: enter what was measured.`);
    if (number !== null && status === 'ok' && !counts) throw unscored(test, measured);
    const values = {
      iterationId,
      // An older entry of a device knows nothing of them; what is stored stays.
      ...(known && !input.settings
        ? {}
        : {
            specimenId: await copyOf(work, iterationId, input.copyId),
            settings: json(tx, settings) as never,
          }),
      status,
      note,
      ...(input.witness === undefined ? {} : { witness: input.witness }),
      // What counts in an event is corrected or withdrawn, not left out.
      ...(number !== null ? { leftOut: '' } : input.leftOut === undefined ? {} : { leftOut: input.leftOut }),
      penalties: json(tx, penalties) as never,
      conditions: json(tx, conditions) as never,
    };
    if (known) {
      const written = await tx`
        update run set ${tx(values)} where id = ${id} and project_id = ${projectId} and version = ${version} returning 1`;
      await orConflict(written, tx, id, () => currentRun(work, id));
      await keepReadings(work, id, test, measured);
      if (known.attempt === null && number !== null) await count(work, { id, eventId: event.id, teamId, number }, test);
      const [was, became] = [
        runWords({ ...known, ...storedScore(test, known) }),
        runWords({ status, penalties, value: counts?.value ?? null, unit: counts?.unit ?? null }),
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
    const protocolId = test.protocol.id;
    const protocolVersion = versionOf(test, input.protocolVersion, notes);
    // What took place is recorded in any case; what held it stays with it.
    const today = dayOfEntry(work.seat.project, work.now, work.age);
    const holds = await holdsOfRun(tx, { projectId, teamId, today, protocolId });
    // A hold names people; an official of other teams hears only that there is one.
    const works = seesAll(work.seat) || work.seat.teamId === teamId;
    if (holds.length > 0) notes.push(`Recorded, and marked: ${works ? sentence(holds) : 'the team was on hold'}`);
    const run = {
      id,
      projectId,
      protocolId,
      protocolVersion,
      teamId,
      ...values,
      runAt: momentOf(work),
      heldFor: sentence(holds),
    };
    const added = await tx`insert into run ${tx(run)} on conflict do nothing returning 1`;
    if (added.length === 0) {
      // The same run, sent twice at once, is harmless.
      const [own] = await tx`select 1 from run where id = ${id} and project_id = ${projectId}`;
      if (own) return { id, attempt };
      throw new FieldError('', 'This run could not be recorded; send it again.');
    }
    await keepReadings(work, id, test, measured);
    if (attempt !== null) await count(work, { id, eventId: event.id, teamId, number: attempt }, test);
    if (measured.length > 0 && status === 'ok')
      await remark(work, { id, iterationId, works, protocolVersion }, test, conditions);
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

/** Writes what was read in a run, and takes out what was not. */
async function keepReadings(work: Work, runId: string, test: TestFound, measured: readonly Observed[]): Promise<void> {
  const { tx } = work;
  const read = measured.map(({ quantity }) => quantity.quantityId);
  await tx`delete from reading where run_id = ${runId} and not quantity_id = any(${read})`;
  if (measured.length === 0) return;
  const rows = readingRows(work, runId, test, measured);
  await tx`insert into reading ${tx(rows as never)} on conflict on constraint reading_once
    do update set value = excluded.value, unit = excluded.unit, observed = excluded.observed`;
}

/** Why an attempt can't count yet: what it is scored by is missing. */
function unscored({ name, protocol, scored }: TestFound, measured: readonly Observed[]): FieldError {
  const missing = protocol.quantities.filter(
    ({ formula, quantityId }) =>
      formula === null && !measured.some(({ quantity }) => quantity.quantityId === quantityId),
  );
  const what = missing.map(({ parameterName }) => parameterName).join(' and ') || 'what goes into it';
  return new FieldError(
    'value',
    scored.formula === null
      ? `An attempt in ${name} counts by ${scored.parameterName}: enter it.`
      : `An attempt in ${name} counts by ${scored.parameterName}, worked out as ${formulaWords(scored.formula)}: check ${what}.`,
  );
}

/** What counted in a run as it is stored. */
const storedScore = (test: TestFound, known: KnownRun) =>
  scoredValue(test, storedRun(test.protocol, known.readings), known) ?? { value: null, unit: null };

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
      const test = await findTest(work, eventId, null);
      const counted = { eventId: eventId!, eventName: eventName!, number: attempt, teamId };
      await mayCorrect(work, counted, reason);
      const [kind, was] = ['withdrawn' as const, runWords({ ...known, ...storedScore(test, known) })];
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
  const protocol = row && (await listProtocols(work.tx, work.projectId)).find((one) => one.id === row.protocolId)!;
  return row && { ...runForm({ ...row }, protocol!), version: row.version };
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

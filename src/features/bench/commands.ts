import type { InferType } from 'yup';
import type { Dimension } from '@/core/units';
import type { EventRule } from '@/core/scoring';
import { json } from '@/db/connection';
import { isId } from '@/server/access';
import { dayOfEntry } from '@/server/clock';
import { holdsOfRun, sentence } from '@/domain/gates/holds';
import { readMeasured } from '@/domain/bench/measure';
import { ConflictError, FieldError } from '@/server/outcome';
import { momentOf, orConflict, type Command, type Work } from '@/server/perform';
import { trialTarget } from '@/domain/builds/targets';
import { read } from '@/ui/forms/schema';
import { takeBackSchema, trialSchema } from './schema';
import { runForm } from './toForm';

type Input = InferType<typeof trialSchema>;

/**
 * Records a run of an event, or corrects one: without a version it is new, with one it is a change of what was seen. The
 * id is the client's; sending a new run again changes nothing. An attempt that somebody else has recorded meanwhile is a
 * clash: both runs are shown, and one's own can stay as the next attempt or as a practice run.
 */
export const recordTrial: Command<Input, { id: string; attempt: number | null }> = {
  door: '/api/v1/trials',
  schema: trialSchema as Command<Input, never>['schema'],
  target: async (sql, input, projectId) => {
    const existing = await trialTarget(sql, input.id, projectId);
    return existing ?? (isId(input.teamId) ? { teamId: input.teamId } : {});
  },
  run: async (work, input) => {
    const { tx, projectId, notes } = work;
    const { id, sectionId, eventId, teamId, iterationId, attempt, status, penalties, note, version } = input;
    const [known] = await tx<
      { attempt: number | null; teamId: string; eventId: string }[]
    >`select attempt, team_id, event_id from trial where id = ${id} and project_id = ${projectId}`;
    if (known && version === null) return { id, attempt: known.attempt };
    if (known && (known.teamId !== teamId || known.eventId !== eventId))
      throw new FieldError('teamId', 'A run stays with its team and its event.');
    const event = await findEvent(work, eventId);
    await checkPlaces(work, input);
    checkPenalties(event.rule, penalties);
    if (attempt !== null && attempt > event.rule.attempts.allowed) {
      throw new FieldError(
        'attempt',
        `${event.rule.attempts.allowed} attempts are allowed in ${event.name}. Record this as a practice run, or change the event's rule.`,
      );
    }
    const measured = input.value
      ? readMeasured('', input.value, input.unit, event.dimension, notes, true)
      : { value: null, unit: null, valueSi: null };
    const conditions = Object.fromEntries(
      input.conditions.map((one) => [one.name, { value: read(one.value, notes), unit: one.unit }]),
    );
    const values = {
      iterationId,
      status,
      note,
      ...measured,
      penalties: json(tx, penalties) as never,
      conditions: json(tx, conditions) as never,
    };
    if (known) {
      const written = await tx`
        update trial set ${tx(values)} where id = ${id} and project_id = ${projectId} and version = ${version} returning 1`;
      await orConflict(written, tx, id, () => currentRun(work, id));
      return { id, attempt: known.attempt };
    }
    const { dimension, instrumentId } = event;
    // What took place is recorded in any case; what held it stays with it.
    const today = dayOfEntry(work.seat.project, work.now, work.age);
    const holds = await holdsOfRun(tx, { projectId, teamId, today, protocolId: event.protocolId });
    if (holds.length > 0) notes.push(`Recorded, and marked: ${sentence(holds)}`);
    const place = { id, projectId, sectionId, eventId, teamId, attempt };
    const added =
      await tx`insert into trial ${tx({ ...place, ...values, dimension, instrumentId, runAt: momentOf(work), heldFor: sentence(holds) })}
        on conflict do nothing returning 1`;
    if (added.length === 0) await tellClash(work, input, event);
    return { id, attempt };
  },
};

/** Takes a run back: it stays in the history and counts no more; its attempt is free again. */
export const takeBackRun: Command<InferType<typeof takeBackSchema>, { id: string }> = {
  door: '/api/v1/trials/take-back',
  schema: takeBackSchema as Command<InferType<typeof takeBackSchema>, never>['schema'],
  target: (sql, { id }, projectId) => trialTarget(sql, id, projectId),
  run: async (work, { id, version }) => {
    const { tx, projectId } = work;
    const written =
      await tx`update trial set taken_back_at = now() where id = ${id} and project_id = ${projectId} and version = ${version} returning 1`;
    await orConflict(written, tx, id, () => currentRun(work, id));
    return { id };
  },
};

/** A run as its form shows it, with its version. */
async function currentRun({ tx, projectId }: Work, id: string) {
  const [row] = await tx`select *, taken_back_at is not null as taken_back from trial
    where id = ${id} and project_id = ${projectId}`;
  return row && { ...runForm(row), version: Number(row.version) };
}

/** The attempt is taken: by the same run, sent twice at once (which is harmless), or by another one. */
async function tellClash(work: Work, { id, eventId, teamId, attempt }: Input, event: EventFound): Promise<void> {
  const { tx } = work;
  const [theirs] = await tx<{ id: string; by: string; at: Date; most: number }[]>`
    select t.id, coalesce(a.actor_name, 'somebody') as by, t.created_at as at,
      (select max(attempt) from trial where event_id = ${eventId} and team_id = ${teamId} and taken_back_at is null) as most
    from trial t left join audit a on a.object_id = t.id::text and a.before is null
    where t.id = ${id} or (t.event_id = ${eventId} and t.team_id = ${teamId} and t.attempt = ${attempt} and t.taken_back_at is null)
    order by t.id = ${id} desc limit 1`;
  if (!theirs) throw new FieldError('attempt', 'This attempt could not be recorded; send it again.');
  if (theirs.id === id) return;
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
        ...(next <= event.rule.attempts.allowed
          ? [{ label: `Keep mine too, as attempt ${next}`, change: { attempt: next } }]
          : []),
        { label: 'Keep mine too, as a practice run', change: { attempt: null } },
      ],
    },
    `Attempt ${attempt} is recorded already, by ${theirs.by}.`,
    { attempt: 'This attempt is recorded already; reload to see it.' },
  );
}

interface EventFound {
  name: string;
  rule: EventRule;
  dimension: Dimension;
  instrumentId: string;
  protocolId: string;
}

async function findEvent({ tx, projectId }: Work, eventId: string): Promise<EventFound> {
  const [event] = await tx<EventFound[]>`
    select e.name, e.rule, e.dimension, e.protocol_id, p.instrument_id from event e join protocol p on p.id = e.protocol_id
    where e.id = ${eventId} and e.project_id = ${projectId}`;
  if (!event) throw new FieldError('eventId', 'This event is not part of the project.');
  return event;
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
  const [iteration] =
    await tx`select 1 from iteration where id = ${iterationId} and team_id = ${teamId} and project_id = ${projectId}`;
  if (!iteration) throw new FieldError('iterationId', `This iteration is not one of ${team.name}.`);
}

function checkPenalties(rule: EventRule, penalties: Record<string, number>) {
  const unknown = Object.keys(penalties).find((code) => !Object.hasOwn(rule.penalties ?? {}, code));
  if (unknown !== undefined)
    throw new FieldError('penalties', `The event's rule has no penalty "${unknown.slice(0, 40)}".`);
}

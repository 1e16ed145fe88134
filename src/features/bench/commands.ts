import type { InferType } from 'yup';
import { convert, type Dimension } from '@/core/units';
import type { EventRule } from '@/core/scoring';
import { json, type Sql } from '@/db/connection';
import { isId, type Target } from '@/server/access';
import { readMeasured } from '@/server/measure';
import { FieldError } from '@/server/outcome';
import type { Command, Work } from '@/server/perform';
import { read } from '@/ui/forms/schema';
import { trialSchema } from './schema';

type Input = InferType<typeof trialSchema>;

/** Records a run of an event. The id is the client's; sending the same run again changes nothing. */
export const recordTrial: Command<Input, { id: string; attempt: number | null }> = {
  door: '/api/v1/trials',
  schema: trialSchema as Command<Input, never>['schema'],
  target: async (sql, input, projectId) => {
    const existing = await trialTarget(sql, input.id, projectId);
    return existing ?? (isId(input.teamId) ? { teamId: input.teamId } : {});
  },
  run: async (work, input) => {
    const { tx, projectId, notes } = work;
    const { id, sectionId, eventId, teamId, iterationId, attempt, status, penalties, note } = input;
    const [known] = await tx<
      { attempt: number | null }[]
    >`select attempt from trial where id = ${id} and project_id = ${projectId}`;
    if (known) return { id, attempt: known.attempt };
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
    await tx`insert into trial ${tx({ id, projectId, sectionId, eventId, teamId, iterationId, attempt, status, note, ...measured, dimension: event.dimension, instrumentId: event.instrumentId, penalties: json(tx, penalties) as never, conditions: json(tx, conditions) as never, runAt: runAt(work) })}`;
    return { id, attempt };
  },
};

/** Whose run it is; null when there is none in the project. */
export async function trialTarget(sql: Sql, id: unknown, projectId: string): Promise<Target | null> {
  if (!isId(id)) return null;
  const [row] = await sql<{ teamId: string; released: boolean }[]>`
    select t.team_id, i.released_at is not null as released from trial t join iteration i on i.id = t.iteration_id
    where t.id = ${id} and t.project_id = ${projectId}`;
  return row ?? null;
}

interface EventFound {
  name: string;
  rule: EventRule;
  dimension: Dimension;
  instrumentId: string;
}

async function findEvent({ tx, projectId }: Work, eventId: string): Promise<EventFound> {
  const [event] = await tx<EventFound[]>`
    select e.name, e.rule, e.dimension, p.instrument_id from event e join protocol p on p.id = e.protocol_id
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

/** When the run took place: now, or the pinned present of a demonstration. */
function runAt({ seat, now }: Work): Date {
  return seat.project.pinnedNow ? new Date(`${now}:00Z`) : new Date();
}

/** Which conditions of a protocol a run did not keep, in words. */
export function offProtocol(
  conditions: { name: string; value: number; tolerance: number; unit: string }[],
  recorded: Record<string, { value: number; unit: string }>,
): string[] {
  return conditions.flatMap(({ name, value, tolerance, unit }) => {
    const found = Object.hasOwn(recorded, name) ? recorded[name] : undefined;
    if (!found) return [`${name} not recorded`];
    const here = convert({ value: found.value, from: found.unit, to: unit }).value;
    const off = Math.abs(here - value) - tolerance;
    return off > 1e-9 * Math.max(1, Math.abs(value))
      ? [`${name} ${Number(here.toPrecision(6))} ${unit} instead of ${value} ± ${tolerance}`]
      : [];
  });
}

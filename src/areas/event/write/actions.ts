'use server';

import type { InferType } from 'yup';
import { checkRule, checkUnits, factsUsed, scoreEvent, type EventRule } from '@/core/scoring';
import { CoreError, type Dimension } from '@/core/units';
import { plural } from '@/core/format';
import { factName } from '@/core/shared/factName';
import { factsOf, factUnit, type MeasuredFact } from '@/areas/event/read/scoring';
import { json } from '@/db/connection';
import { instantOf } from '@/server/clock';
import { FieldError } from '@/server/outcome';
import { momentOf, orConflict, type Work, action } from '@/server/perform';
import { saveRow } from '@/server/saveRow';
import { read, readAmount } from '@/ui/forms/schema';
import { eventForm, ruleOf } from './rule';
import {
  closeEventSchema,
  eventSchema,
  hideEventSchema,
  officialSchema,
  openEventSchema,
  removeEventSchema,
} from '@/areas/event/records/event';

type Input = InferType<typeof eventSchema>;

/** An event with its rule; the rule is checked as a whole before it is kept. A new one can go into the standings at once. */
export const saveEvent = action('saveEvent', eventSchema, async (work, input) => {
  const { tx } = work;
  const { rule, quantityId } = await readRule(work, input);
  if (input.id) await checkAttempts(work, input.id, rule.attempts.allowed, input.protocolId);
  const { id, name, protocolId, version, position } = input;
  const values = {
    name,
    protocolId,
    quantityId,
    position: read(position),
    attemptsAllowed: rule.attempts.allowed,
    rule: json(tx, rule),
  };
  const saved = await saveRow(work, 'event', { id, version }, values, eventForm);
  if (!id && input.counts) await count(work, saved, input);
  return { id: saved };
});

/** What the rule that is being written makes of one value, in the sentences that stand behind every result. */
export const tryRule = action('tryRule', eventSchema, async (work, input) => {
  const { rule, unit } = await readRule(work, input);
  if (!input.example) throw new FieldError('example', 'Enter a value to try the rule with.');
  const value = readAmount(input.example, unit, work.notes);
  const { facts, said } = await exampleFacts(work, factsUsed(rule));
  try {
    const [result] = scoreEvent({ rule, entries: [{ team: 'This team', attempts: [{ value }], facts }] }).results;
    return { lines: [...said, ...result!.because] };
  } catch (error) {
    if (error instanceof CoreError) throw new FieldError('example', error.message);
    throw error;
  }
});

/** The rule of a form with what its protocol measures. @throws FieldError at the field that is wrong. */
async function readRule(
  { tx, projectId, notes }: Work,
  input: Input,
): Promise<{ rule: EventRule; quantityId: string; unit: string }> {
  const [scored] = await tx<{ id: string; unit: string }[]>`
    select id, unit from quantity where protocol_id = ${input.protocolId} and project_id = ${projectId}
    order by id is not distinct from ${input.quantityId} desc, position limit 1`;
  if (!scored) throw new FieldError('protocolId', 'This protocol is not part of the project.');
  const rule = ruleOf(input, scored.unit, notes);
  const at = (field: string, check: () => void) => {
    try {
      check();
    } catch (error) {
      throw error instanceof CoreError ? new FieldError(field, error.message) : error;
    }
  };
  const { value: formula, ties = [] } = rule;
  if (formula !== undefined || ties.some((tie) => tie.includes(':'))) {
    const parameters = await tx<{ name: string; dimension: Dimension }[]>`
      select name, dimension from parameter where project_id = ${projectId} and dimension <> 'yes-no' order by name`;
    const units = Object.fromEntries(parameters.map((one) => [factName(one.name), factUnit(one.dimension)]));
    if (formula !== undefined) at('formula', () => checkUnits(formula, { value: scored.unit, ...units }));
    at('ties', () => {
      const unknown = factsUsed({ ties }).find((name) => !Object.hasOwn(units, name));
      if (unknown !== undefined)
        throw new CoreError(
          `A tie is broken by "${unknown}", which is not measured. There is ${Object.keys(units).join(', ')}.`,
        );
    });
  }
  at(ties.every((tie) => TIE.test(tie)) ? 'points' : 'ties', () => checkRule(rule));
  return { rule, quantityId: scored.id, unit: scored.unit };
}
const TIE = /^(next-best|fewest-attempts|(lower|higher):.+)$/;

/** Facts to try a rule with: those of the newest iteration that has them all, else 1 of each, and which it was. */
async function exampleFacts(
  { tx, projectId }: Work,
  names: string[],
): Promise<{ facts: Record<string, number>; said: string[] }> {
  if (names.length === 0) return { facts: {}, said: [] };
  const rows = await tx<(MeasuredFact & { design: string })[]>`
    select m.iteration_id, t.name || ' ' || i.number as design, p.name, m.value, m.unit, m.dimension
    from measurement m join iteration i on i.id = m.iteration_id join team t on t.id = i.team_id join parameter p on p.id = m.parameter_id
    where m.project_id = ${projectId} and m.value is not null order by i.created_at desc limit 2000`;
  const [iterationId, facts] = [...factsOf(rows)].find(([, own]) =>
    names.every((name) => Object.hasOwn(own, name)),
  ) ?? [null, Object.fromEntries(names.map((name) => [name, 1]))];
  const design = rows.find((row) => row.iterationId === iterationId)?.design;
  const with_ = names.map((name) => `${name.replaceAll('_', ' ')} ${facts[name]}`).join(', ');
  return { facts, said: [design ? `With ${design}: ${with_}.` : `Nothing is measured yet, so with ${with_}.`] };
}

/** Lets the standings count a new event as the others are counted. */
async function count({ tx, projectId, notes }: Work, eventId: string, { name, weight }: Input): Promise<void> {
  const [others] = await tx<[{ next: number; places: boolean; named: boolean }]>`
    select coalesce(max(position), 0) + 1 as next, coalesce(bool_or(counts_as = 'place-sum'), false) as places,
      coalesce(bool_or(name = ${name}), false) as named from component where project_id = ${projectId}`;
  const component = {
    projectId,
    name: others.named ? `${name} (event)` : name,
    eventId,
    countsAs: others.places ? 'place-sum' : 'points',
    weight: read(weight, notes),
    position: others.next,
  };
  await tx`insert into component ${tx(component)}`;
}

/** Attempts that are recorded stay countable: the rule can't allow fewer, nor the event be run under another protocol. */
async function checkAttempts(
  { tx, projectId }: Work,
  eventId: string,
  allowed: number,
  protocolId: string,
): Promise<void> {
  const [made] = await tx<[{ most: number | null; under: string | null }]>`
    select max(a.number) as most, max(p.name) filter (where p.id <> ${protocolId}) as under
    from attempt a join run r on r.id = a.run_id join protocol p on p.id = r.protocol_id
    where a.event_id = ${eventId} and a.project_id = ${projectId} and a.stands`;
  if ((made.most ?? 0) > allowed)
    throw new FieldError('allowed', `A team has ${made.most} attempts recorded; withdraw those first.`);
  if (made.under)
    throw new FieldError('protocolId', `Attempts are recorded under “${made.under}”; withdraw them before it changes.`);
}

/** Removes an event: its attempts are practice runs from then on, and the standings leave it out. */
export const removeEvent = action('removeEvent', removeEventSchema, async (work, { id, version }) => {
  const { tx, projectId, notes } = work;
  const attempts = await tx`delete from attempt where event_id = ${id} and project_id = ${projectId} returning stands`;
  const components = await tx`delete from component where event_id = ${id} and project_id = ${projectId} returning 1`;
  const gone =
    await tx`delete from event where id = ${id} and project_id = ${projectId} and version = ${version} returning 1`;
  await orConflict(gone, tx, id, () => currentEvent(work, id));
  const kept = attempts.filter((one) => one.stands).length;
  if (kept > 0) notes.push(`${plural(kept, 'attempt')} ${kept === 1 ? 'is a practice run' : 'are practice runs'} now`);
  if (components.length > 0) notes.push('The standings leave it out');
});

/** Hides an event from students and takes it out of the standings, or shows it again. */
export const hideEvent = action('hideEvent', hideEventSchema, async (work, { id, version, hidden }) => {
  const { tx, projectId } = work;
  const written = await tx`
    update event set hidden = ${hidden} where id = ${id} and project_id = ${projectId} and version = ${version} returning 1`;
  await orConflict(written, tx, id, () => currentEvent(work, id));
});

async function currentEvent({ tx, projectId }: Work, id: string) {
  const [row] = await tx<{ name: string; hidden: boolean; version: number }[]>`
    select name, hidden, version from event where id = ${id} and project_id = ${projectId}`;
  return row && { name: row.name, hidden: row.hidden ? 'yes' : 'no', version: row.version };
}

/** Opens an event for a section, or for all: at once, or at a day and time of the project. */
export const openEvent = action('openEvent', openEventSchema, async (work, { eventId, sectionId, day, time }) => {
  const { tx, projectId, seat } = work;
  await mustBeEvent(work, eventId);
  const at = day ? instantOf(seat.project, `${day}T${time}`) : momentOf(work);
  const opened = await tx`
    insert into event_opening (project_id, event_id, section_id, opens_at)
    select project_id, ${eventId}, id, ${at} from section
    where project_id = ${projectId} ${sectionId ? tx`and id = ${sectionId}` : tx``}
    on conflict on constraint event_opening_key do update set opens_at = excluded.opens_at, closes_at = null returning 1`;
  if (opened.length === 0) throw new FieldError('sectionId', 'This section is not part of the project.');
});

/** Closes an event for a section, or for all: runs are practice from then on. */
export const closeEvent = action('closeEvent', closeEventSchema, async (work, { eventId, sectionId }) => {
  const { tx, projectId } = work;
  const [now, of] = [momentOf(work), sectionId ? tx`and section_id = ${sectionId}` : tx``];
  // One that has not opened yet is not going to.
  const ahead = await tx`
    delete from event_opening where project_id = ${projectId} and event_id = ${eventId} and opens_at > ${now} ${of} returning 1`;
  const closed = await tx`
    update event_opening set closes_at = ${now}
    where project_id = ${projectId} and event_id = ${eventId} and (closes_at is null or closes_at > ${now}) ${of} returning 1`;
  if (ahead.length + closed.length === 0) throw new FieldError('', 'This event is closed already.');
});

/** Names a student who enters the attempts of an event, except those of the own team. */
export const nameOfficial = action('nameOfficial', officialSchema, async (work, { eventId, accountId }) => {
  const { tx, projectId } = work;
  await mustBeEvent(work, eventId);
  const [student] = await tx`
    select 1 from enrolment where project_id = ${projectId} and account_id = ${accountId} and left_on is null`;
  if (!student) throw new FieldError('accountId', 'This student is not in the class.');
  await tx`insert into official ${tx({ projectId, eventId, accountId })} on conflict do nothing`;
});

export const removeOfficial = action(
  'removeOfficial',
  officialSchema,
  async ({ tx, projectId }, { eventId, accountId }) => {
    const gone = await tx`
    delete from official where project_id = ${projectId} and event_id = ${eventId} and account_id = ${accountId} returning 1`;
    if (gone.length === 0) throw new FieldError('', 'They are no longer an official.');
  },
);

async function mustBeEvent({ tx, projectId }: Work, eventId: string): Promise<void> {
  const [event] = await tx`select 1 from event where id = ${eventId} and project_id = ${projectId}`;
  if (!event) throw new FieldError('eventId', 'This event is not part of the project.');
}

import type { InferType } from 'yup';
import { summarise } from '@/core/bench';
import { tidy } from '@/core/shared/decimal';
import { factsUsed, type EventRule } from '@/core/scoring';
import type { Dimension } from '@/core/units';
import { json, type Sql } from '@/db/connection';
import { factName } from '@/core/shared/factName';
import { allowed, isId } from '@/server/access';
import { read } from '@/ui/forms/schema';
import { readMeasured } from '@/server/readMeasured';
import { holdsOfBuilding, mustNotBeHeld, sentence } from '@/areas/plan';
import { FieldError } from '@/server/outcome';
import { orConflict, type Command, type Work } from '@/server/perform';
import { listChosen } from '@/areas/concepts';
import { readingsForm } from '@/areas/builds/read/form';
import { iterationTarget } from '@/areas/builds/read/targets';
import { changesOf, type Change } from '@/areas/builds/read/iterations';
import { mustNotBeFrozen } from '@/areas/builds/read/frozen';
import { setChanges } from './changes';
import { mustHaveMade } from './makers';
import { changeForm } from '@/areas/builds/read/toForm';
import { setParents, type Chosen } from './descent';
import { iterationSchema } from '@/areas/builds/records/builds';

type Input = InferType<typeof iterationSchema>;

/**
 * Records an iteration with what was measured on it, or changes one. The id is the client's, so that sending it
 * twice is harmless; without a version it is new, with one it is a change of what was seen.
 */
export const recordIteration: Command<Input, { id: string; number: number }> = {
  door: '/api/v1/iterations',
  schema: iterationSchema as Command<Input, never>['schema'],
  target: async (sql, input, projectId) => {
    const existing = await iterationTarget(sql, input.id, projectId);
    return existing ?? (isId(input.teamId) ? { teamId: input.teamId } : {});
  },
  run: async (work, input) => {
    const { tx, projectId } = work;
    const { id, teamId, state, makerId, version } = input;
    const [known] = await tx<
      { number: number; teamId: string; state: string }[]
    >`select number, team_id, state from iteration where id = ${id} and project_id = ${projectId}`;
    if (known && known.teamId !== teamId) throw new FieldError('teamId', 'An iteration stays with its team.');
    if (known && version === null) return { id, number: known.number };
    await mustNotBeFrozen(work);
    await mustHaveMade(work, teamId, [
      { path: 'makerId', makerId },
      ...(input.changes ?? []).map((one, i) => ({ path: `changes.${i}.makerId`, makerId: one.makerId })),
    ]);
    if (known) await keepJudged(work, input);
    const heldFor = await heldWhen(work, teamId, { from: known?.state ?? 'planned', to: state });
    const { kind, change, reason, expects, good, bad, builtOn } = input;
    const values = {
      kind,
      state,
      change,
      reason,
      expects,
      good,
      bad,
      builtOn,
      makerId,
      ...(await originOf(work, input)),
      ...(heldFor === null ? {} : { heldFor }),
    };
    const number = known ? await update(work, input, values, known.number) : await insert(work, teamId, id, values);
    await setParents(work, id, !known, await chosenParents(work, input));
    if (input.changes) await setChanges(work, input, input.changes);
    await measure(work, input);
    return { id, number };
  },
};

/** What it comes from as entered; further ones that the entry knows nothing of stay. */
async function chosenParents({ tx }: Work, { id, parentId, alsoFrom }: Input): Promise<Chosen[]> {
  const main = parentId ? [{ id: parentId, path: 'parentId' }] : [];
  if (alsoFrom) return [...main, ...alsoFrom.map((one, i) => ({ id: one.parentId, path: `alsoFrom.${i}.parentId` }))];
  const stored = await tx<{ parentId: string }[]>`
    select parent_id from iteration_parent where iteration_id = ${id} and position > 1 order by position`;
  return [
    ...main,
    ...stored.filter((one) => one.parentId !== parentId).map((one) => ({ id: one.parentId, path: 'parentId' })),
  ];
}

/** The chosen concept of the team's section, or the design of an earlier season, that it goes back to. @throws FieldError for others. */
async function originOf({ tx, projectId }: Work, { id, teamId, originId }: Input) {
  if (originId === undefined) return {}; // the entry knows nothing of it
  const none = { conceptId: null, benchmarkId: null };
  if (originId === null) return none;
  const [stored] = await tx<{ conceptId: string | null }[]>`
    select concept_id from iteration where id = ${id} and project_id = ${projectId}`;
  const chosen = await listChosen(tx, projectId, [teamId], stored?.conceptId ?? null);
  if (chosen.some((one) => one.id === originId)) return { ...none, conceptId: originId };
  const [season] = await tx`select 1 from benchmark where id = ${originId} and project_id = ${projectId}`;
  if (season) return { ...none, benchmarkId: originId };
  throw new FieldError('originId', 'Choose a concept that was chosen in your section, or an earlier season.');
}

/**
 * What begins to be built must not be held by a gate or a missing sign-off. What is built already is recorded in any case; what
 * held it then stays with it. Null when nothing begins.
 */
async function heldWhen(
  work: Work,
  teamId: string,
  { from, to }: { from: string; to: Input['state'] },
): Promise<string | null> {
  const begins = to !== 'planned' && to !== 'retired' && from === 'planned';
  if (!begins && !(to === 'building' && from !== 'building')) return null;
  const holds = await holdsOfBuilding(work, teamId);
  if (to === 'building') mustNotBeHeld(work, 'work.start', { teamId }, holds, 'state');
  if (holds.length > 0) work.notes.push(`Recorded, and marked: it was built despite a hold`);
  return sentence(holds);
}

/**
 * What an official result was worked out with stays: where attempts of an iteration count by a formula or a tie rule, students
 * change nothing measured on it that those look at. What is still missing they may enter.
 */
async function keepJudged({ tx, seat, projectId }: Work, { id, teamId, measurements }: Input): Promise<void> {
  if (allowed(seat, 'attempt.write', { teamId })) return;
  const events = await tx<{ name: string; rule: EventRule }[]>`
    select distinct on (e.id) e.name, e.rule from attempt a join run r on r.id = a.run_id join event e on e.id = a.event_id
    where r.iteration_id = ${id} and a.project_id = ${projectId} and a.stands`;
  if (events.length === 0) return;
  const stored = await tx<{ parameterId: string; name: string; value: number | null; unit: string | null }[]>`
    select p.id as parameter_id, p.name, m.value, m.unit from parameter p
    left join measurement m on m.parameter_id = p.id and m.iteration_id = ${id} where p.project_id = ${projectId}`;
  for (const { name, rule } of events) {
    const facts = factsUsed(rule);
    for (const known of stored.filter((one) => facts.includes(factName(one.name)))) {
      const at = measurements.findIndex((one) => one.parameterId === known.parameterId);
      const entered = measurements[at];
      if (known.value === null) continue; // what is still missing may be entered
      if (!entered?.value || meanOf(entered) !== known.value || entered.unit !== known.unit)
        throw new FieldError(
          at < 0 ? '' : `measurements.${at}.value`,
          `${known.name} counts in ${name}, and this iteration has attempts there. Tell your instructor what is wrong, or record a new iteration.`,
        );
    }
  }
}

async function insert({ tx, projectId }: Work, teamId: string, id: string, values: object): Promise<number> {
  const [team] = await tx`select 1 from team where id = ${teamId} and project_id = ${projectId} for update`;
  if (!team) throw new FieldError('teamId', 'This team is not part of the project.');
  const [row] = await tx<[{ number: number }]>`
    insert into iteration ${tx({ id, projectId, teamId, ...values, number: await nextNumber(tx, teamId) })} returning number`;
  return row.number;
}

async function nextNumber(tx: Sql, teamId: string): Promise<number> {
  const [row] = await tx<
    [{ next: number }]
  >`select coalesce(max(number), 0) + 1 as next from iteration where team_id = ${teamId}`;
  return row.next;
}

async function update(
  { tx, projectId }: Work,
  { id, version, measurements }: Input,
  values: object,
  number: number,
): Promise<number> {
  const written =
    await tx`update iteration set ${tx(values as Record<string, string>)} where id = ${id} and project_id = ${projectId} and version = ${version} returning 1`;
  await orConflict(written, tx, id, async () => {
    const [row] = await tx<{ version: number }[]>`
      select kind, state, change, reason, expects, good, bad, built_on, maker_id,
        coalesce(concept_id, benchmark_id) as origin_id, version from iteration
      where id = ${id} and project_id = ${projectId}`;
    return row && { ...row, ...(await designOf(tx, id)), measurements: await measuredOn(tx, id, measurements) };
  });
  return number;
}

/** What is stored of its descent and its changes, as the form has it. */
async function designOf(tx: Sql, id: string) {
  const parents = await tx<{ parentId: string }[]>`
    select parent_id from iteration_parent where iteration_id = ${id} order by position`;
  const changes = await tx<Change[]>`${changesOf(tx, tx`c.iteration_id = ${id}`)}`;
  return { parentId: parents[0]?.parentId ?? null, alsoFrom: parents.slice(1), changes: changes.map(changeForm) };
}

/** What is stored for the parameters of a form, in its order and as the form has it. */
async function measuredOn(tx: Sql, iterationId: string, asked: Input['measurements']) {
  const rows = await tx<Omit<MeasurementRow, 'projectId' | 'iterationId'>[]>`
    select parameter_id, value, unit, readings, answer, instrument_id from measurement where iteration_id = ${iterationId}`;
  return asked.map(({ parameterId, unit, instrumentId }) => {
    const known = rows.find((row) => row.parameterId === parameterId);
    return {
      parameterId,
      ...readingsForm(known),
      unit: known?.unit ?? unit,
      answer: known?.answer == null ? '' : known.answer ? 'yes' : 'no',
      instrumentId: known ? (known.instrumentId ?? '') : instrumentId,
    };
  });
}

interface MeasurementRow {
  projectId: string;
  iterationId: string;
  parameterId: string;
  dimension: Dimension;
  measuredOn: string;
  value: number | null;
  unit: string | null;
  readings: number[] | null;
  answer: boolean | null;
  instrumentId: string | null;
}
interface Known {
  id: string;
  dimension: Dimension;
}
type Stored = Pick<MeasurementRow, 'parameterId' | 'value' | 'unit' | 'readings'>;
type EnteredValue = Input['measurements'][number];

/** The mean of what was read, in decimals; an entry that knows nothing of further readings keeps them where its value is theirs. */
function readAll(path: string, entry: EnteredValue, dimension: Dimension, stored: Stored | undefined, notes: string[]) {
  const one = (at: string, text: string) => readMeasured(at, text, entry.unit, dimension, notes);
  const first = one(path, entry.value);
  if (entry.more === undefined && stored?.readings && stored.value === first.value && stored.unit === first.unit)
    return { ...first, readings: stored.readings };
  const more = (entry.more ?? []).filter(({ value }) => value !== '');
  if (more.length === 0) return { ...first, readings: null };
  const readings = [first.value, ...more.map(({ value }, i) => one(`${path}.more.${i}`, value).value)];
  return { ...first, value: tidy(summarise({ values: readings }).mean), readings };
}

/** What the value of an entry comes to, as it would be stored. */
function meanOf({ value, more = [] }: EnteredValue): number {
  const values = [value, ...more.map((one) => one.value)].filter((text) => text !== '').map((text) => read(text));
  return values.length > 1 ? tidy(summarise({ values }).mean) : values[0]!;
}

async function measure(
  { tx, projectId, notes }: Work,
  { id: iterationId, builtOn, measurements }: Input,
): Promise<void> {
  const [parameters, instruments, stored] = await Promise.all([
    tx<Known[]>`select id, dimension from parameter where project_id = ${projectId}`,
    tx<Known[]>`select id, dimension from instrument where project_id = ${projectId}`,
    tx<Stored[]>`select parameter_id, value, unit, readings from measurement where iteration_id = ${iterationId}`,
  ]);
  const rows = measurements.flatMap((entry, i): MeasurementRow[] => {
    const path = `measurements.${i}`;
    const parameter = parameters.find((one) => one.id === entry.parameterId);
    if (!parameter) throw new FieldError(`${path}.value`, 'This parameter is not part of the project.');
    const shared = {
      projectId,
      iterationId,
      parameterId: parameter.id,
      dimension: parameter.dimension,
      measuredOn: builtOn,
    };
    const empty = { value: null, unit: null, readings: null, answer: null, instrumentId: null };
    if (parameter.dimension === 'yes-no')
      return entry.answer ? [{ ...shared, ...empty, answer: entry.answer === 'yes' }] : [];
    if (!entry.value) return [];
    const instrument = entry.instrumentId && instruments.find((one) => one.id === entry.instrumentId);
    if (instrument === undefined || (instrument && instrument.dimension !== parameter.dimension)) {
      throw new FieldError(`${path}.instrumentId`, `This instrument does not measure ${parameter.dimension}.`);
    }
    return [
      {
        ...shared,
        ...empty,
        ...readAll(
          path,
          entry,
          parameter.dimension,
          stored.find((one) => one.parameterId === parameter.id),
          notes,
        ),
        instrumentId: entry.instrumentId,
      },
    ];
  });
  const kept = rows.map((row) => row.parameterId);
  await tx`delete from measurement where iteration_id = ${iterationId} and project_id = ${projectId} and not (parameter_id = any(${kept}))`;
  if (rows.length === 0) return;
  const written = rows.map((row) => ({ ...row, readings: row.readings && json(tx, row.readings) }));
  await tx`insert into measurement ${tx(written as never)} on conflict (iteration_id, parameter_id) do update
    set value = excluded.value, unit = excluded.unit, readings = excluded.readings, answer = excluded.answer,
      instrument_id = excluded.instrument_id, measured_on = excluded.measured_on`;
}

import type { InferType } from 'yup';
import { derivedValue, drift, driftText, outlierText, summarise, readingUncertainty } from '@/core/bench';
import { quantity as amount } from '@/core/format';
import type { EventRule } from '@/core/scoring';
import { tidy } from '@/core/shared/decimal';
import { toleranceAt } from '@/core/shared/tolerance';
import { convert, CoreError } from '@/core/units';
import { derivedOf, inputsOf } from '@/areas/bench/read/derive';
import { readMeasured } from '@/server/readMeasured';
import { offProtocol } from '@/areas/bench/read/offProtocol';
import { listProtocols, type Protocol, type Quantity, type Setting, conditionsOf } from '@/areas/bench/read/protocols';
import { counting, listEvents } from '@/areas/bench/read/runs';
import type { Readings, Run, Settings } from '@/areas/bench/read/run';
import { json } from '@/db/connection';
import { FieldError } from '@/server/outcome';
import type { Work } from '@/server/perform';
import { read } from '@/ui/forms/schema';
import type { runSchema } from '@/areas/bench/records/bench';

export type RunInput = InferType<typeof runSchema>;

export interface TestFound {
  name: string;
  protocol: Protocol;
  /** What counts: what the event scores, else the first quantity. */
  scored: Quantity;
  /** The event's rule; of a practice run the rules of all events under its protocol. */
  rules: EventRule[];
}

/** What a run is made in: an event and its protocol, or a protocol alone. @throws FieldError for one of elsewhere. */
export async function findTest(
  { tx, projectId }: Work,
  eventId: string | null,
  protocolId: string | null,
): Promise<TestFound> {
  if (!eventId && !protocolId) throw new FieldError('eventId', 'The event is missing.');
  const [protocols, events] = await Promise.all([listProtocols(tx, projectId), listEvents(tx, projectId)]);
  const event = eventId ? events.find(({ id }) => id === eventId) : null;
  const protocol = protocols.find(({ id }) => id === (eventId ? event?.protocolId : protocolId));
  if (!protocol || event === undefined) throw new FieldError('eventId', 'This event is not part of the project.');
  return {
    name: event?.name ?? protocol.name,
    protocol,
    scored: protocol.quantities.find(({ quantityId }) => quantityId === event?.quantityId) ?? protocol.quantities[0]!,
    rules: event ? [event.rule] : events.filter((one) => one.protocolId === protocol.id).map(({ rule }) => rule),
  };
}

/** A quantity as it was read in a run. */
export interface Observed {
  quantity: Quantity;
  value: number;
  unit: string;
  /** What each observer read, where there were several. */
  observed: number[] | null;
}
/** What is stored of a quantity of a run. */
type StoredReading = Pick<Observed, 'value' | 'unit' | 'observed'>;

/** What is stored of a run, quantity by quantity. */
export function storedRun({ quantities }: Pick<Protocol, 'quantities'>, readings: Readings | null): Observed[] {
  return quantities.flatMap((quantity) => {
    const [value, unit, observed = null] = readings?.[quantity.quantityId] ?? [];
    return value === undefined ? [] : [{ quantity, value, unit: unit!, observed }];
  });
}

/**
 * What was read in a run, quantity by quantity: one value, or the mean of what several read at once. Observers further apart than
 * two readings of the instrument may lie (√2 · U) are told. An entry that knows nothing of several observers keeps them where its
 * value is theirs; one that knows nothing of further quantities keeps what is stored of them.
 */
export function readRun(
  input: RunInput,
  { protocol }: TestFound,
  readings: Readings | null,
  notes: string[],
): Observed[] {
  const stored = new Map(storedRun(protocol, readings).map((one) => [one.quantity.quantityId, one]));
  const read = protocol.quantities.filter(({ formula }) => formula === null);
  const [first, ...others] = read;
  const mine = input.value ? [readOne('', input, first!, stored.get(first!.quantityId), notes)] : [];
  if (!input.readings) return [...mine, ...others.flatMap(({ quantityId }) => stored.get(quantityId) ?? [])];
  const known = new Set(others.map(({ quantityId }) => quantityId));
  const unknown = input.readings.findIndex(({ quantityId }) => !known.has(quantityId));
  if (unknown >= 0)
    throw new FieldError(`readings.${unknown}.value`, 'This is not read in this test any more; reload to see what is.');
  return [
    ...mine,
    ...input.readings.flatMap(({ quantityId, ...entry }, i) => {
      const quantity = others.find((one) => one.quantityId === quantityId)!;
      return entry.value ? [readOne(`readings.${i}`, entry, quantity, stored.get(quantityId), notes)] : [];
    }),
  ];
}

interface Entered {
  value: string;
  unit: string;
  more?: { value: string }[] | undefined;
}
function readOne(
  path: string,
  { value, unit, more }: Entered,
  quantity: Quantity,
  stored: StoredReading | undefined,
  notes: string[],
): Observed {
  const at = (rest: string) => (path && rest ? `${path}.${rest}` : path || rest);
  const one = (where: string, text: string) => readMeasured(where, text, unit, quantity.dimension, notes, true);
  const first = one(path, value);
  if (!more)
    return {
      quantity,
      ...first,
      observed: stored?.value === first.value && stored.unit === unit ? stored.observed : null,
    };
  const others = more.flatMap(({ value: text }, i) => (text ? [one(at(`more.${i}`), text).value] : []));
  if (others.length === 0) return { quantity, ...first, observed: null };
  const observed = [first.value, ...others];
  const { min, max, mean } = summarise({ values: observed });
  if (max - min > Math.SQRT2 * readingUncertainty(quantity, unit) + toleranceAt(max))
    notes.push(`The observers differ by ${amount(max - min, unit)}, more than the instrument explains`);
  return { quantity, ...first, value: tidy(mean), observed };
}

/** The value of what counts in a run; null where it was not read, or can't be worked out. */
export function scoredValue(
  { protocol, scored }: TestFound,
  read: readonly Observed[],
  run: Pick<Run, 'conditions' | 'settings'>,
): { value: number; unit: string } | null {
  const own = read.find(({ quantity }) => quantity.quantityId === scored.quantityId);
  if (own) return { value: own.value, unit: own.unit };
  const derived = derivedOf(protocol).get(scored.quantityId);
  if (!derived) return null;
  const readings = Object.fromEntries(
    read.map(({ quantity, value, unit }): [string, [number, string]] => [quantity.quantityId, [value, unit]]),
  );
  const value = derivedValue(derived, inputsOf(protocol, { ...run, readings }));
  return value === null ? null : { value, unit: derived.unit };
}

/** The version of the protocol that a run was made under: the one its entry shows, which may have changed meanwhile. */
export function versionOf({ protocol }: TestFound, entered: number | undefined, notes: string[]): number {
  const { currentVersion, versions, name } = protocol;
  if (entered === undefined || entered === currentVersion || !versions.some(({ number }) => number === entered))
    return currentVersion;
  notes.push(
    `Recorded under version ${entered} of ${name}: it has changed meanwhile. Reload to go on with version ${currentVersion}`,
  );
  return entered;
}

/** What was read in a run as it is stored. */
export const readingRows = (
  { tx, projectId }: Work,
  runId: string,
  { protocol }: TestFound,
  measured: readonly Observed[],
) =>
  measured.map(({ quantity: { quantityId, dimension, instrumentId }, value, unit, observed }) => ({
    projectId,
    runId,
    protocolId: protocol.id,
    quantityId,
    dimension,
    instrumentId,
    value,
    unit,
    observed: observed && json(tx, observed),
  }));

/** The conditions of a run as they were found, by their names. */
export const conditionsFrom = (entered: RunInput['conditions'], notes: string[]): Run['conditions'] =>
  Object.fromEntries(entered.map(({ name, value, unit }) => [name, { value: read(value, notes), unit }]));

/** The copy that a run was made with; a run whose copy is gone, or of another iteration, is one of the iteration alone. */
export async function copyOf(
  { tx, projectId, notes }: Work,
  iterationId: string,
  copyId: string | null,
): Promise<string | null> {
  if (copyId === null) return null;
  const [copy] =
    await tx`select 1 from specimen where id = ${copyId} and iteration_id = ${iterationId} and project_id = ${projectId}`;
  if (!copy) notes.push('Recorded without its copy, which is not one of this iteration any more');
  return copy ? copyId : null;
}

/**
 * What was set, as the protocol knows it: figures where a setting has a unit, words where it has none. What a corrected run was set
 * to of which the protocol knows no more stays.
 */
export function settingsOf(
  known: readonly Setting[],
  entered: NonNullable<RunInput['settings']>,
  stored: Settings,
  notes: string[],
): Settings {
  const set: Settings = Object.fromEntries(
    Object.entries(stored).filter(([name]) => !known.some((one) => one.name === name)),
  );
  entered.forEach(({ name, value }, i) => {
    const setting = known.find((one) => one.name === name);
    if (!setting || value === '') return;
    try {
      set[name] = { value: setting.unit === '' ? value : read(value, notes), unit: setting.unit };
    } catch (error) {
      if (error instanceof CoreError) throw new FieldError(`settings.${i}.value`, `${name}: ${error.message}`);
      throw error;
    }
  });
  return set;
}

/**
 * What whoever enters should know at once: which condition was off, whether something read stands far from the other runs of the
 * iteration at the same settings, and whether these creep one way. The run is kept in any case.
 */
export async function remark(
  { tx, projectId, notes }: Work,
  run: { id: string; iterationId: string; works: boolean; protocolVersion: number },
  { protocol }: TestFound,
  recorded: Record<string, { value: number; unit: string }>,
): Promise<void> {
  const off = offProtocol(conditionsOf(protocol, run), recorded);
  if (off.length > 0) notes.push(`Off the protocol: ${off.join('; ')}`);
  // What a team ran in practice is its own.
  if (!run.works) return;
  const rows = await tx<{ id: string; quantityId: string; value: number; unit: string; name: string }[]>`
    select r.id, v.quantity_id, v.value, v.unit, t.name || ' ' || i.number as name from run r join iteration i on i.id = r.iteration_id
    join team t on t.id = i.team_id join reading v on v.run_id = r.id and v.observer = 1
    where r.project_id = ${projectId} and r.iteration_id = ${run.iterationId} and r.protocol_id = ${protocol.id}
      and r.protocol_version = ${run.protocolVersion} and ${counting(tx)}
      and r.settings = (select settings from run where id = ${run.id})
    order by r.run_at, r.created_at, r.id`;
  for (const { quantityId, unit, parameterName } of protocol.quantities) {
    const own = rows.filter((row) => row.quantityId === quantityId);
    const this_ = own.find(({ id }) => id === run.id);
    if (!this_) continue;
    const values = own.map((row) => convert({ value: row.value, from: row.unit, to: unit }).value);
    const summary = summarise({ values });
    const name = protocol.quantities.length > 1 ? `${this_.name}, ${parameterName}` : this_.name;
    // Of the runs that stand far, only this one is news.
    const isThis = own[summary.outliers[0]?.index ?? -1] === this_;
    const texts = [isThis && outlierText(name, values, summary, unit), driftText(name, drift({ values }), unit)];
    notes.push(...texts.flatMap((text) => (text ? [text.replace(/\.$/, '')] : [])));
  }
}

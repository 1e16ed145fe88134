import type { InferType } from 'yup';
import { drift, driftText, outlierText, summarise } from '@/core/bench';
import { quantity } from '@/core/format';
import type { EventRule } from '@/core/scoring';
import { tidy } from '@/core/shared/decimal';
import { edge } from '@/core/shared/edge';
import { convert, CoreError, type Dimension } from '@/core/units';
import { readMeasured } from '@/domain/bench/measure';
import { offProtocol } from '@/domain/bench/offProtocol';
import type { Condition, Setting, Settings } from '@/domain/bench/read';
import { readingUncertainty } from '@/domain/builds/figure';
import { FieldError } from '@/server/outcome';
import type { Work } from '@/server/perform';
import { read } from '@/ui/forms/schema';
import type { runSchema } from './schema';

export type RunInput = InferType<typeof runSchema>;

export interface TestFound {
  name: string;
  protocolId: string;
  /** What is read, and with what. */
  quantityId: string;
  dimension: Dimension;
  instrumentId: string;
  settings: Setting[];
  conditions: Condition[];
  /** The protocol's, of what is read. */
  unit: string;
  instrumentUnit: string;
  resolution: number;
  accuracy: number;
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
  const [row] = eventId
    ? await tx<TestFound[]>`
        select e.name, e.protocol_id, q.id as quantity_id, q.dimension, q.instrument_id, q.unit, n.unit as instrument_unit,
          n.resolution, n.accuracy, p.settings, p.conditions, jsonb_build_array(e.rule) as rules
        from event e join quantity q on q.id = e.quantity_id join protocol p on p.id = e.protocol_id
        join instrument n on n.id = q.instrument_id where e.id = ${eventId} and e.project_id = ${projectId}`
    : await tx<TestFound[]>`
        select p.name, p.id as protocol_id, q.id as quantity_id, q.dimension, q.instrument_id, q.unit, n.unit as instrument_unit,
          n.resolution, n.accuracy, p.settings, p.conditions,
          coalesce((select jsonb_agg(e.rule) from event e where e.protocol_id = p.id), '[]') as rules
        from protocol p join quantity q on q.protocol_id = p.id and q.position = 0 join instrument n on n.id = q.instrument_id
        where p.id = ${protocolId} and p.project_id = ${projectId}`;
  if (!row) throw new FieldError('eventId', 'This event is not part of the project.');
  return row;
}

export interface Observed {
  value: number;
  unit: string;
  /** What each observer read, where there were several. */
  observed: number[] | null;
}

/**
 * The value of a run: what was read, or the mean of what several read at once. Observers further apart than two readings of the
 * instrument may lie (√2 · U) are told. An entry that knows nothing of several observers keeps them where its value is theirs.
 */
export function readObserved(
  { value, unit, more }: RunInput,
  test: TestFound,
  stored: { value: number | null; unit: string | null; observed: number[] | null } | undefined,
  notes: string[],
): Observed {
  const one = (path: string, text: string) => readMeasured(path, text, unit, test.dimension, notes, true);
  const first = one('', value);
  if (!more)
    return { ...first, observed: stored?.value === first.value && stored.unit === unit ? stored.observed : null };
  const others = more.flatMap(({ value: text }, i) => (text ? [one(`more.${i}`, text).value] : []));
  if (others.length === 0) return { ...first, observed: null };
  const observed = [first.value, ...others];
  const { min, max, mean } = summarise({ values: observed });
  if (max - min > Math.SQRT2 * readingUncertainty(test, unit) + edge(max))
    notes.push(`The observers differ by ${quantity(max - min, unit)}, more than the instrument explains`);
  return { ...first, value: tidy(mean), observed };
}

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
 * What whoever enters should know at once: which condition was off, whether the run stands far from the others of its iteration
 * at the same settings, and whether these creep one way. The run is kept in any case.
 */
export async function remark(
  { tx, projectId, notes }: Work,
  run: { id: string; iterationId: string; works: boolean },
  { protocolId, quantityId, conditions: expected, unit }: TestFound,
  recorded: Record<string, { value: number; unit: string }>,
): Promise<void> {
  const off = offProtocol(expected, recorded);
  if (off.length > 0) notes.push(`Off the protocol: ${off.join('; ')}`);
  // What a team ran in practice is its own.
  if (!run.works) return;
  const rows = await tx<{ id: string; value: number; unit: string; name: string }[]>`
    select r.id, v.value, v.unit, t.name || ' ' || i.number as name from run r join iteration i on i.id = r.iteration_id
    join team t on t.id = i.team_id join reading v on v.run_id = r.id and v.quantity_id = ${quantityId} and v.observer = 1
    where r.project_id = ${projectId} and r.iteration_id = ${run.iterationId} and r.protocol_id = ${protocolId}
      and r.stands and r.status = 'ok' and r.settings = (select settings from run where id = ${run.id})
    order by r.run_at, r.created_at, r.id`;
  const values = rows.map((row) => convert({ value: row.value, from: row.unit, to: unit }).value);
  const { name } = rows.find(({ id }) => id === run.id)!;
  const summary = summarise({ values });
  // Of the runs that stand far, only this one is news.
  const isThis = rows[summary.outliers[0]?.index ?? -1]?.id === run.id;
  const texts = [isThis && outlierText(name, values, summary, unit), driftText(name, drift({ values }), unit)];
  notes.push(...texts.flatMap((text) => (text ? [text.replace(/\.$/, '')] : [])));
}

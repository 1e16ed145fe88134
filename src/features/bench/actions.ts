'use server';

import type { InferType } from 'yup';
import { DerivedError, readDerived } from '@/core/bench';
import { INSTRUMENT_PRESETS } from '@/core/bench/presets';
import { USUAL_TESTS } from '@/core/bench/usualTests';
import { DIMENSION_NAMES, DIMENSIONS } from '@/core/dimensions';
import { plural } from '@/core/format';
import { checkDimension, convert, CoreError, type Dimension } from '@/core/units';
import { readUnit } from '@/core/units/readUnit';
import { givenOf } from '@/domain/bench/derive';
import { listProtocols, symbolOf, type Protocol } from '@/domain/bench/read';
import { json } from '@/db/connection';
import { FieldError } from '@/server/outcome';
import { action, type Work } from '@/server/perform';
import { saveRow } from '@/server/saveRow';
import { read } from '@/ui/forms/schema';
import { boardSchema, instrumentSchema, protocolSchema, usualTestSchema } from './schema';
import { instrumentForm, protocolForm } from './toForm';

export const saveInstrument = action(
  'saveInstrument',
  instrumentSchema,
  async (work, { id, version, name, dimension, unit, resolution, accuracy }) => {
    unitFits('unit', unit, dimension as Dimension);
    const values = {
      name,
      dimension,
      unit,
      resolution: read(resolution, work.notes),
      accuracy: read(accuracy, work.notes),
    };
    return { id: await saveRow(work, 'instrument', { id, version }, values, instrumentForm) };
  },
);

export const saveProtocol = action('saveProtocol', protocolSchema, async (work, { id, version, name, ...input }) => {
  const { tx, projectId, notes } = work;
  const { procedure, cautions, roles, settings } = input;
  const conditions = input.conditions.map((c) => ({
    name: c.name,
    value: read(c.value, notes),
    tolerance: read(c.tolerance, notes),
    unit: c.unit,
  }));
  conditions.forEach((c, i) => unitKnown(`conditions.${i}.unit`, c.unit));
  settings.forEach((one, i) => one.unit && unitKnown(`settings.${i}.unit`, one.unit));
  mustDiffer('conditions', conditions);
  mustDiffer('settings', settings);
  const runsWanted = input.runsWanted ? read(input.runsWanted, notes) : null;
  if (runsWanted !== null && (!Number.isInteger(runsWanted) || runsWanted > 99))
    throw new FieldError('runsWanted', 'Enter a whole number from 1 to 99.');
  const quantities = await readQuantities(work, id, input);
  formulasFit(quantities, { conditions, settings });
  const values = {
    name,
    procedure,
    cautions,
    roles,
    runsWanted,
    conditions: json(tx, conditions),
    settings: json(tx, settings),
  };
  const before = id && (await listProtocols(tx, projectId)).find((one) => one.id === id);
  const protocolId = await saveRow(work, 'protocol', { id, version }, values, async () => {
    const stored = (await listProtocols(tx, projectId)).find((one) => one.id === id)!;
    return protocolForm(stored);
  });
  await keepQuantities(work, protocolId, quantities);
  if (before) await tellVersion(work, before);
  return { id: protocolId };
});

/** Lets students see how the whole class stands by a protocol, or hides it again. */
export const releaseBoard = action('releaseBoard', boardSchema, async ({ tx, projectId }, { id, released }) => {
  const done = await tx`
    update protocol set board_released_at = ${released ? tx`coalesce(board_released_at, now())` : null}
    where id = ${id} and project_id = ${projectId} returning 1`;
  if (done.length === 0) throw new FieldError('', 'This protocol is not part of the project.');
});

/** Adds one of the usual tests with what it needs: instruments and parameters that the project has under these names are taken. */
export const addUsualTest = action('addUsualTest', usualTestSchema, async (work, { name }) => {
  const { tx, projectId } = work;
  const usual = USUAL_TESTS.find((one) => one.name === name);
  if (!usual) throw new FieldError('name', 'This is none of the usual tests.');
  const taken = await tx<{ name: string }[]>`select name from protocol where project_id = ${projectId}`;
  if (taken.some((one) => one.name.toLowerCase() === usual.name.toLowerCase()))
    throw new FieldError('name', `There is a protocol ${usual.name} already. Rename it first, to have another one.`);
  const parameters = await tx<{ id: string; name: string; dimension: Dimension }[]>`
    select id, name, dimension from parameter where project_id = ${projectId}`;
  const rows: QuantityRow[] = [];
  for (const [i, of] of usual.quantities.entries()) {
    const { dimension, unit, instrument, formula = null, observers = 1 } = of;
    const known = parameters.find((one) => one.name.toLowerCase() === of.name.toLowerCase());
    if (known && known.dimension !== dimension)
      throw new FieldError(
        'name',
        `${known.name} is measured as ${known.dimension} in this project, and here as ${dimension}.`,
      );
    rows.push({
      ...{ id: null, path: '', name: of.name, symbol: symbolOf(of.name, i), dimension, unit, formula, observers },
      parameterId: known?.id ?? (await newParameter(tx, projectId, of.name, dimension)),
      instrumentId: instrument ? await presetInstrument(work, instrument) : null,
    });
  }
  const { procedure, cautions, roles, runsWanted } = usual;
  const values = { name: usual.name, procedure, cautions, roles, runsWanted };
  const lists = { conditions: json(tx, usual.conditions), settings: json(tx, usual.settings) };
  const id = await saveRow(work, 'protocol', { id: null, version: null }, { ...values, ...lists }, () => ({}));
  await keepQuantities(work, id, rows);
  return { id };
});

/** The instrument of a preset's name; made where the project has none. */
async function presetInstrument(work: Work, name: string): Promise<string> {
  const { tx, projectId } = work;
  const { dimension, unit, resolution, accuracy } = INSTRUMENT_PRESETS.find((one) => one.name === name)!;
  const [known] = await tx<{ id: string }[]>`
    select id from instrument where project_id = ${projectId} and name = ${name} and dimension = ${dimension}`;
  const values = { name, dimension, unit, resolution, accuracy };
  return known?.id ?? saveRow(work, 'instrument', { id: null, version: null }, values, instrumentForm);
}

type ProtocolInput = InferType<typeof protocolSchema>;
interface QuantityRow {
  id: string | null;
  /** Where it stands in the form. */
  path: string;
  parameterId: string;
  name: string;
  dimension: Dimension;
  unit: string;
  symbol: string;
  instrumentId: string | null;
  formula: string | null;
  observers: number;
}

/** What a protocol is to measure, the first that is read in front. @throws FieldError at the field that is wrong. */
async function readQuantities(
  { tx, projectId }: Work,
  protocolId: string | null,
  input: Pick<ProtocolInput, 'parameterId' | 'parameterName' | 'instrumentId' | 'observers' | 'unit' | 'more'>,
): Promise<QuantityRow[]> {
  const [stored, instruments, parameters] = await Promise.all([
    tx<{ id: string; position: number; parameterId: string; symbol: string; formula: string | null }[]>`
      select id, position, parameter_id, symbol, formula from quantity where protocol_id = ${protocolId} and project_id = ${projectId}
      order by position`,
    tx<{ id: string; dimension: Dimension }[]>`select id, dimension from instrument where project_id = ${projectId}`,
    tx<{ id: string; name: string; dimension: Dimension }[]>`
      select id, name, dimension from parameter where project_id = ${projectId}`,
  ]);
  const first = { id: stored[0]?.id ?? null, formula: '', ...input };
  const more = input.more ?? (await storedMore(tx, protocolId));
  const rows: QuantityRow[] = [];
  for (const [i, one] of [first, ...more].entries()) {
    const path = i === 0 ? '' : `more.${i - 1}.`;
    const instrument = instruments.find(({ id }) => id === one.instrumentId);
    if (one.instrumentId && !instrument)
      throw new FieldError(`${path}instrumentId`, 'This instrument is not part of the project.');
    if (!instrument && !one.formula)
      throw new FieldError(`${path}formula`, 'Choose an instrument, or write how it is worked out.');
    const known = parameters.find(({ id }) => id === one.parameterId);
    if (one.parameterId && !known)
      throw new FieldError(`${path}parameterId`, 'This is not measured in the project; choose again.');
    const dimension = instrument?.dimension ?? known?.dimension ?? dimensionOf(`${path}unit`, one.unit);
    if (known && known.dimension !== dimension)
      throw new FieldError(`${path}instrumentId`, `This instrument measures ${dimension}, not ${known.dimension}.`);
    unitFits(`${path}unit`, one.unit, dimension);
    const own = stored.find(({ id }) => id === one.id);
    if (one.id && !own && i > 0)
      throw new FieldError(`${path}parameterId`, 'This was removed meanwhile; reload to see it.');
    const name = known?.name ?? one.parameterName;
    const isNamed = [...parameters, ...rows].some((other) => other.name.toLowerCase() === name.toLowerCase());
    if (!known && isNamed)
      throw new FieldError(
        `${path}parameterName`,
        `${name} is measured in this project already: choose it from the list.`,
      );
    rows.push({
      id: own?.id ?? null,
      path,
      parameterId: known?.id ?? (await newParameter(tx, projectId, name, dimension)),
      name,
      dimension,
      unit: one.unit,
      symbol: own && own.parameterId === known?.id && own.symbol ? own.symbol : symbolOf(name, i),
      instrumentId: instrument?.id ?? null,
      formula: instrument ? null : one.formula,
      observers: instrument ? Number(one.observers) : 1,
    });
  }
  rows.forEach(({ path, parameterId, name }, i) => {
    if (rows.findIndex((one) => one.parameterId === parameterId) < i)
      throw new FieldError(`${path}parameterId`, `${name} appears twice.`);
  });
  return rows;
}

/** The further quantities as they are stored, for a form that knows nothing of them. */
async function storedMore(tx: Work['tx'], protocolId: string | null): Promise<NonNullable<ProtocolInput['more']>> {
  const rows = await tx<
    {
      id: string;
      parameterId: string;
      instrumentId: string | null;
      formula: string | null;
      unit: string;
      observers: number;
    }[]
  >`
    select id, parameter_id, instrument_id, formula, unit, observers from quantity where protocol_id = ${protocolId} and position > 0
    order by position`;
  return rows.map((row) => ({
    ...row,
    parameterName: '',
    formula: row.formula ?? '',
    observers: String(row.observers) as ProtocolInput['observers'],
  }));
}

/** What a unit measures, for something that the project does not measure yet. */
function dimensionOf(path: string, unit: string): Dimension {
  const found = wordsFor(path, () => {
    const { dimension } = readUnit(unit);
    return DIMENSION_NAMES.find((name) => {
      const { base } = DIMENSIONS[name];
      return base !== null && readUnit(base).dimension === dimension;
    });
  });
  if (!found)
    throw new FieldError(path, `Nothing here is measured in ${unit}; choose a unit of ${DIMENSION_NAMES.join(', ')}.`);
  return found;
}

function formulasFit(quantities: readonly QuantityRow[], given: Parameters<typeof givenOf>[0]) {
  try {
    readDerived(quantities, givenOf(given));
  } catch (error) {
    if (!(error instanceof DerivedError)) throw error;
    const { path, formula } = quantities.find(({ symbol }) => symbol === error.symbol)!;
    throw new FieldError(`${path}${formula === null ? 'parameterName' : 'formula'}`, error.message);
  }
}

/** Writes what a protocol measures; what is gone from it must have no readings. */
async function keepQuantities({ tx, projectId }: Work, protocolId: string, rows: readonly QuantityRow[]) {
  const kept = rows.flatMap(({ id }) => id ?? []);
  const [used] = await tx<{ name: string }[]>`
    select m.name from quantity q join parameter m on m.id = q.parameter_id
    where q.protocol_id = ${protocolId} and not q.id = any(${kept})
      and (exists (select from reading v where v.quantity_id = q.id) or exists (select from event e where e.quantity_id = q.id)) limit 1`;
  if (used)
    throw new FieldError('more', `${used.name} has readings, or an event counts by it, so it stays in this protocol.`);
  await tx`set constraints quantity_position_key deferred`;
  await tx`delete from quantity where protocol_id = ${protocolId} and not id = any(${kept})`;
  for (const [position, { id, path: _path, name: _name, ...row }] of rows.entries()) {
    const values = { ...row, position };
    if (id) await tx`update quantity set ${tx(values)} where id = ${id} and protocol_id = ${protocolId}`;
    else await tx`insert into quantity ${tx({ ...values, projectId, protocolId })}`;
  }
}

/** Says what became of the runs so far when the protocol asks for something else from now on. */
async function tellVersion({ tx, projectId, notes }: Work, before: Protocol) {
  const [now] = await tx<[{ currentVersion: number; made: number }]>`
    select current_version, (select count(*)::int from run r where r.project_id = p.project_id and r.protocol_id = p.id
      and r.protocol_version = ${before.currentVersion} and r.stands) as made
    from protocol p where id = ${before.id} and project_id = ${projectId}`;
  if (now.currentVersion === before.currentVersion) return;
  notes.push(
    `From now on runs are made under version ${now.currentVersion}. ${plural(now.made, 'run')} so far stay with version ${before.currentVersion}, and the two are never averaged`,
  );
}

/** Each has a name of its own. */
function mustDiffer(list: string, named: readonly { name: string }[]) {
  named.forEach(({ name }, i) => {
    if (named.findIndex((one) => one.name.toLowerCase() === name.toLowerCase()) < i)
      throw new FieldError(`${list}.${i}.name`, `${name} appears twice.`);
  });
}

async function newParameter(
  tx: Parameters<typeof json>[0],
  projectId: string,
  name: string,
  dimension: Dimension,
): Promise<string> {
  const [row] = await tx<
    [{ id: string }]
  >`insert into parameter (project_id, name, dimension) values (${projectId}, ${name}, ${dimension}) returning id`;
  return row.id;
}

function unitFits(path: string, unit: string, dimension: Dimension) {
  wordsFor(path, () => checkDimension(unit, dimension));
}

function unitKnown(path: string, unit: string) {
  wordsFor(path, () => convert({ value: 0, from: unit, to: unit }));
}

function wordsFor<T>(path: string, run: () => T): T {
  try {
    return run();
  } catch (error) {
    if (error instanceof CoreError) throw new FieldError(path, error.message);
    throw error;
  }
}

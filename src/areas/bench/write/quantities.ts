import type { InferType } from 'yup';
import { DerivedError, readDerived } from '@/core/bench';
import { INSTRUMENT_PRESETS } from '@/core/bench/presets';
import type { UsualTest } from '@/core/bench/usualTests';
import { DIMENSION_NAMES, DIMENSIONS } from '@/core/dimensions';
import { checkDimension, convert, CoreError, type Dimension } from '@/core/units';
import { readUnit } from '@/core/units/readUnit';
import { givenOf } from '@/areas/bench/read/derive';
import { symbolOf } from '@/areas/bench/read/protocols';
import { FieldError } from '@/server/outcome';
import type { Work } from '@/server/perform';
import type { protocolSchema } from '@/areas/bench/records/bench';

type ProtocolInput = InferType<typeof protocolSchema>;
export interface QuantityRow {
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
export async function readQuantities(
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
  const more = input.more ?? (await storedMore(tx, projectId, protocolId));
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

/** What a usual test measures; instruments and parameters that the project has under these names are taken, others are made. */
export async function quantitiesOfUsual({ tx, projectId }: Work, { quantities }: UsualTest): Promise<QuantityRow[]> {
  const [parameters, instruments] = await Promise.all([
    tx<{ id: string; name: string; dimension: Dimension }[]>`
      select id, name, dimension from parameter where project_id = ${projectId}`,
    tx<{ id: string; name: string; dimension: Dimension }[]>`
      select id, name, dimension from instrument where project_id = ${projectId}`,
  ]);
  const instrumentOf = async (preset: string): Promise<string> => {
    const { name, dimension, unit, resolution, accuracy } = INSTRUMENT_PRESETS.find((one) => one.name === preset)!;
    const known = instruments.find((one) => one.name === name && one.dimension === dimension);
    if (known) return known.id;
    const values = { projectId, name, dimension, unit, resolution, accuracy };
    const [made] = await tx<[{ id: string }]>`insert into instrument ${tx(values)} returning id`;
    instruments.push({ id: made.id, name, dimension });
    return made.id;
  };
  const rows: QuantityRow[] = [];
  for (const [i, of] of quantities.entries()) {
    const { name, dimension, unit, instrument, formula = null, observers = 1 } = of;
    const known = parameters.find((one) => one.name.toLowerCase() === name.toLowerCase());
    if (known && known.dimension !== dimension)
      throw new FieldError(
        'name',
        `${known.name} is measured as ${known.dimension} in this project, and here as ${dimension}.`,
      );
    rows.push({
      ...{ id: null, path: '', name, symbol: symbolOf(name, i), dimension, unit, formula, observers },
      parameterId: known?.id ?? (await newParameter(tx, projectId, name, dimension)),
      instrumentId: instrument ? await instrumentOf(instrument) : null,
    });
  }
  return rows;
}

/** The further quantities as they are stored, for a form that knows nothing of them. */
async function storedMore(
  tx: Work['tx'],
  projectId: string,
  protocolId: string | null,
): Promise<NonNullable<ProtocolInput['more']>> {
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
    select id, parameter_id, instrument_id, formula, unit, observers from quantity where project_id = ${projectId} and protocol_id = ${protocolId} and position > 0
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

/** @throws FieldError at the formula, or the name, of the quantity that does not fit. */
export function formulasFit(quantities: readonly QuantityRow[], given: Parameters<typeof givenOf>[0]) {
  try {
    readDerived(quantities, givenOf(given));
  } catch (error) {
    if (!(error instanceof DerivedError)) throw error;
    const { path, formula } = quantities.find(({ symbol }) => symbol === error.symbol)!;
    throw new FieldError(`${path}${formula === null ? 'parameterName' : 'formula'}`, error.message);
  }
}

/** Writes what a protocol measures; what is gone from it must have no readings. */
export async function keepQuantities({ tx, projectId }: Work, protocolId: string, rows: readonly QuantityRow[]) {
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

async function newParameter(tx: Work['tx'], projectId: string, name: string, dimension: Dimension): Promise<string> {
  const [row] = await tx<
    [{ id: string }]
  >`insert into parameter (project_id, name, dimension) values (${projectId}, ${name}, ${dimension}) returning id`;
  return row.id;
}

export function unitFits(path: string, unit: string, dimension: Dimension) {
  wordsFor(path, () => checkDimension(unit, dimension));
}

export function unitKnown(path: string, unit: string) {
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

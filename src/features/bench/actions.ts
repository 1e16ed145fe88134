'use server';

import { checkDimension, convert, CoreError, type Dimension } from '@/core/units';
import { json } from '@/db/connection';
import { FieldError } from '@/server/outcome';
import { action } from '@/server/perform';
import { saveRow } from '@/server/saveRow';
import { read } from '@/ui/forms/schema';
import { instrumentSchema, protocolSchema } from './schema';
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

export const saveProtocol = action(
  'saveProtocol',
  protocolSchema,
  async (
    work,
    { id, version, name, procedure, cautions, parameterName, instrumentId, unit, conditions, settings, ...input },
  ) => {
    const { tx, projectId, notes } = work;
    const [instrument] = await tx<
      { dimension: Dimension }[]
    >`select dimension from instrument where id = ${instrumentId} and project_id = ${projectId}`;
    if (!instrument) throw new FieldError('instrumentId', 'This instrument is not part of the project.');
    const { dimension } = instrument;
    unitFits('unit', unit, dimension);
    const parameterId = input.parameterId ?? (await newParameter(tx, projectId, parameterName, dimension));
    const [parameter] = await tx<
      { dimension: Dimension }[]
    >`select dimension from parameter where id = ${parameterId} and project_id = ${projectId}`;
    if (parameter?.dimension !== dimension)
      throw new FieldError(
        'instrumentId',
        `This instrument measures ${dimension}, not ${parameter?.dimension ?? 'that'}.`,
      );
    const kept = conditions.map((c) => ({
      name: c.name,
      value: read(c.value, notes),
      tolerance: read(c.tolerance, notes),
      unit: c.unit,
    }));
    kept.forEach((c, i) => unitKnown(`conditions.${i}.unit`, c.unit));
    settings.forEach((one, i) => one.unit && unitKnown(`settings.${i}.unit`, one.unit));
    mustDiffer('conditions', kept);
    mustDiffer('settings', settings);
    const values = { name, procedure, cautions, conditions: json(tx, kept), settings: json(tx, settings) };
    const protocolId = await saveRow(work, 'protocol', { id, version }, values, async (row) => {
      const [first] = await tx`
        select parameter_id, instrument_id, unit, observers from quantity where protocol_id = ${id} and position = 0`;
      return protocolForm({ ...row, ...first });
    });
    const quantity = { parameterId, dimension, unit, instrumentId, observers: Number(input.observers) };
    if (id) await tx`update quantity set ${tx(quantity)} where protocol_id = ${id} and position = 0`;
    else await tx`insert into quantity ${tx({ ...quantity, projectId, protocolId })}`;
    return { id: protocolId };
  },
);

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

function wordsFor(path: string, run: () => void) {
  try {
    run();
  } catch (error) {
    if (error instanceof CoreError) throw new FieldError(path, error.message);
    throw error;
  }
}

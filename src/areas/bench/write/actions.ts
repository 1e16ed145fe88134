'use server';

import { USUAL_TESTS } from '@/core/bench/usualTests';
import { plural } from '@/core/format';
import type { Dimension } from '@/core/units';
import { listProtocols, type Protocol } from '@/areas/bench/read/protocols';
import { json } from '@/db/connection';
import { FieldError } from '@/server/outcome';
import { action, type Work } from '@/server/perform';
import { saveRow } from '@/server/saveRow';
import { read } from '@/ui/forms/schema';
import { formulasFit, keepQuantities, quantitiesOfUsual, readQuantities, unitFits, unitKnown } from './quantities';
import { boardSchema, instrumentSchema, protocolSchema, usualTestSchema } from '@/areas/bench/records/bench';
import { instrumentForm, protocolForm } from '@/areas/bench/read/toForm';

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
  const rows = await quantitiesOfUsual(work, usual);
  const { procedure, cautions, roles, runsWanted } = usual;
  const values = { name: usual.name, procedure, cautions, roles, runsWanted };
  const lists = { conditions: json(tx, usual.conditions), settings: json(tx, usual.settings) };
  const id = await saveRow(work, 'protocol', { id: null, version: null }, { ...values, ...lists }, () => ({}));
  await keepQuantities(work, id, rows);
  return { id };
});

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

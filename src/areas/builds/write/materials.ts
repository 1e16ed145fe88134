'use server';

import { CoreError } from '@/core/units';
import { json } from '@/db/connection';
import type { StoredLine } from '@/areas/builds/read/materials';
import { iterationTarget } from '@/areas/builds/read/targets';
import { mustNotBeFrozen } from '@/areas/builds/read/frozen';
import { FieldError } from '@/server/outcome';
import { action } from '@/server/perform';
import { removeRow, saveRow } from '@/server/saveRow';
import { readAmount, read, readOptional } from '@/ui/forms/schema';
import { billSchema, materialSchema, removeMaterialSchema } from '@/areas/builds/records/materials';
import { billForm, materialForm } from '@/areas/builds/read/materials/toForm';

/** A material of the project, as it is or changed. */
export const saveMaterial = action('saveMaterial', materialSchema, async (work, input) => {
  const values = {
    name: input.name,
    unitMass: inGrams(input.unitMass, 'unitMass', work.notes),
    unitPrice: readOptional(input.unitPrice, work.notes),
    stock: readOptional(input.stock, work.notes),
    rule: input.rule,
  };
  return { id: await saveRow(work, 'material', input, values, (row) => materialForm(row as never)) };
});

/** Takes a material off the list; bills that name it keep their lines. */
export const removeMaterial = action('removeMaterial', removeMaterialSchema, (work, { id }) =>
  removeRow(work, 'material', id, 'This material'),
);

/** The bill of materials of an iteration. */
export const saveBill = action(
  'saveBill',
  billSchema,
  async (work, input) => {
    const { tx, projectId, notes } = work;
    const { iterationId } = input;
    await mustNotBeFrozen(work);
    const known = await tx<{ id: string }[]>`select id from material where project_id = ${projectId}`;
    const lines = input.lines.map((line, i): StoredLine => {
      if (line.materialId && !known.some(({ id }) => id === line.materialId))
        throw new FieldError(`lines.${i}.materialId`, 'This material was removed meanwhile.');
      return {
        part: line.part,
        subsystem: line.subsystem,
        materialId: line.materialId,
        quantity: read(line.quantity, notes),
        waste: readOptional(line.waste, notes) ?? 0,
        unitMass: inGrams(line.unitMass, `lines.${i}.unitMass`, notes),
        unitPrice: readOptional(line.unitPrice, notes),
        source: line.source,
      };
    });
    return {
      id: await saveRow(work, 'bill', input, { iterationId, lines: json(tx, lines) }, (row) =>
        billForm(row.lines as StoredLine[]),
      ),
    };
  },
  (sql, { iterationId }, projectId) => iterationTarget(sql, iterationId, projectId),
);

function inGrams(text: string, field: string, notes: string[]): number | null {
  try {
    return text ? readAmount(text, 'g', notes) : null;
  } catch (error) {
    if (error instanceof CoreError) throw new FieldError(field, error.message);
    throw error;
  }
}

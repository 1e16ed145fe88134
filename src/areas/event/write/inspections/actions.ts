'use server';

import { checkLimit, type Limit } from '@/core/requirements';
import { CoreError } from '@/core/numbers';
import { json } from '@/db/connection';
import { listChecks } from '@/areas/event/read/inspections';
import { listInstruments } from '@/areas/bench';
import { agreedOn, limitOf, listRequirements, type Requirement } from '@/areas/brief';
import { FieldError } from '@/server/outcome';
import { action } from '@/server/perform';
import { removeRow, saveRow } from '@/server/saveRow';
import { read } from '@/ui/forms/schema';
import type { Kind } from '@/core/inspection';
import { checkIdSchema, checkSchema, usualSchema } from '@/areas/event/records/inspections';
import { checkForm } from '@/areas/event/read/inspections/toForm';

/** A point of the entry inspection: the limit of a requirement, or one of its own. */
export const saveInspectionCheck = action(
  'saveInspectionCheck',
  checkSchema,
  async (work, { id, version, ...input }) => {
    const { tx, projectId, notes } = work;
    const { name, kind, requirementId, instrumentId, about } = input;
    if (requirementId) {
      const requirement = (await listRequirements(tx, projectId)).find((one) => one.id === requirementId);
      if (!requirement || !limitOf(requirement))
        throw new FieldError(
          'requirementId',
          'A wish has no limit that could be inspected. Choose another requirement.',
        );
    }
    const values = {
      name,
      position: read(input.position),
      kind,
      requirementId: requirementId ?? null,
      ownLimit: requirementId ? null : json(tx, ownLimit(input, notes)),
      instrumentId: instrumentId ?? null,
      about,
    };
    return { id: await saveRow(work, 'inspection_check', { id, version }, values, checkForm) };
  },
);

function ownLimit(input: { limit: string; value: string; high: string; unit: string }, notes: string[]): Limit {
  const { limit: kind, value, high, unit } = input;
  if (kind === 'yes') return { kind };
  if (!value) throw new FieldError('value', 'Enter the limit.');
  if (!unit) throw new FieldError('unit', 'A limit needs its unit.');
  if (kind === 'range' && !high) throw new FieldError('high', 'Enter the upper limit.');
  try {
    return checkLimit(
      kind === 'range'
        ? { kind, low: read(value, notes), high: read(high, notes), unit }
        : { kind: kind as 'max' | 'min', value: read(value, notes), unit },
    );
  } catch (error) {
    if (error instanceof CoreError) throw new FieldError(kind === 'range' ? 'high' : 'unit', error.message);
    throw error;
  }
}

export const removeInspectionCheck = action('removeInspectionCheck', checkIdSchema, async (work, { id }) => {
  const { tx, projectId } = work;
  const looked = await tx`select 1 from inspection where check_id = ${id} and project_id = ${projectId} limit 1`;
  if (looked.length > 0) throw new FieldError('', 'Somebody was inspected for this, so it stays as a record.');
  await removeRow(work, 'inspection_check', id!, 'This point');
});

/** The limits that the class has agreed on as points of inspection, and what is asked at every event besides. */
export const addUsualChecks = action('addUsualChecks', usualSchema, async ({ tx, projectId, notes }) => {
  const [requirements, instruments, known] = await Promise.all([
    listRequirements(tx, projectId),
    listInstruments(tx, projectId),
    listChecks(tx, projectId),
  ]);
  let position = Math.max(0, ...known.map((one) => one.position));
  const names = new Set(known.map(({ name }) => name));
  const limited = agreedOn(requirements).flatMap((one) => {
    const kind = kindOf(one);
    return kind && !known.some(({ requirementId }) => requirementId === one.id) ? [{ one, kind }] : [];
  });
  const rows = [
    ...limited.map(({ one, kind }) => ({
      name: `${one.code} ${one.parameterName ?? one.statement}`.slice(0, 160),
      kind,
      requirementId: one.id,
      ownLimit: null,
      instrumentId: instruments.find(({ dimension }) => dimension === one.dimension)?.id ?? null,
      about: '',
    })),
    ...ALWAYS.map(({ name, kind, about }) => ({
      ...{ name, kind, about },
      requirementId: null,
      ownLimit: json(tx, { kind: 'yes' }) as never,
      instrumentId: null,
    })),
  ].filter(({ name }) => !names.has(name));
  if (rows.length === 0) throw new FieldError('', 'All of them are there already.');
  await tx`insert into inspection_check ${tx(rows.map((row) => ({ ...row, projectId, position: ++position })))}`;
  notes.push('Look at each: what is measured with which instrument');
});

const ALWAYS: { name: string; kind: Kind; about: string }[] = [
  { name: 'Allowed energy source only', kind: 'energy', about: 'No battery, spring or fuel that the rules leave out.' },
  { name: 'No banned parts', kind: 'parts', about: 'Compare with the list of the rules.' },
  { name: 'Materials as in the bill', kind: 'materials', about: 'Compare with the team’s bill of materials.' },
];

/** What a requirement is about, where it can be inspected before an event. */
function kindOf({ dimension, parameterName, kind }: Requirement): Kind | null {
  if (kind === 'wish' || kind === 'target' || !parameterName) return null;
  if (dimension === 'mass') return 'mass';
  if (dimension === 'cost') return 'cost';
  if (dimension === 'length') return 'size';
  if (dimension === 'count' && /mechanism/i.test(parameterName)) return 'mechanisms';
  return null;
}

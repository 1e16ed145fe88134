'use server';

import { json, type Sql } from '@/db/connection';
import { FieldError } from '@/server/outcome';
import { action } from '@/server/perform';
import { readOptional } from '@/ui/forms/schema';
import { readList, toInput } from '@/areas/brief/shared/requirements/readList';
import { writeRequirement } from './save';
import { importSchema, requirementSchema, weightsSchema } from '@/areas/brief/records/requirements';

export const saveRequirement = action('saveRequirement', requirementSchema, writeRequirement);

/** The weights of all requirements at once, and the pairwise judgements they may come from. */
export const saveWeights = action('saveWeights', weightsSchema, async (work, { weights, judgements }) => {
  const { tx, projectId, notes } = work;
  const given = weights.map(({ id, version, weight }) => ({
    id,
    version,
    weight: readOptional(weight, notes) || null,
  }));
  const written = await tx<{ id: string }[]>`
          update requirement r set weight = w.weight
          from jsonb_to_recordset(${json(tx, given)}) as w (id uuid, version int, weight double precision)
          where r.id = w.id and r.project_id = ${projectId} and (r.version = w.version or r.weight is not distinct from w.weight)
          returning r.id`;
  const late = given.findIndex(({ id }) => !written.some((row) => row.id === id));
  if (late >= 0)
    throw new FieldError(
      `weights.${late}.weight`,
      'Somebody else changed this requirement meanwhile; reload to see it.',
    );
  await tx`
          insert into weighing ${tx({ projectId, judgements: json(tx, judgements) })}
          on conflict (project_id) do update set judgements = excluded.judgements`;
  return { weighed: weights.filter((one) => one.weight).length };
});

/** Reads a pasted list and says row by row what can be taken. Writes nothing. */
export const previewRequirements = action('previewRequirements', importSchema, async ({ tx, projectId }, { text }) =>
  readList(text, await codesOf(tx, projectId)),
);

/** Takes the rows of a pasted list that have no problem; those there already are left as they are. */
export const importRequirements = action('importRequirements', importSchema, async (work, { text, without }) => {
  const { tx, projectId } = work;
  const { rows, problem } = readList(text, await codesOf(work.tx, projectId));
  if (problem) throw new FieldError('text', problem);
  const good = rows.filter((row) => !row.problem && !without.includes(row.line));
  if (good.length === 0) throw new FieldError('text', 'No row of this list can be taken.');
  const known = await tx<{ id: string; name: string }[]>`
          select id, name from parameter where project_id = ${projectId}`;
  const parameters = new Map(known.map((one) => [one.name.toLowerCase(), one.id]));
  for (const row of good) {
    const name = row.parameter.toLowerCase();
    const given = { ...toInput(row), projectId, parameterId: parameters.get(name) ?? null };
    const parsed = await requirementSchema.validate(given);
    const { parameterId } = await writeRequirement(work, parsed);
    if (parameterId) parameters.set(name, parameterId);
  }
  return { taken: good.length };
});

async function codesOf(sql: Sql, projectId: string): Promise<{ codes: Set<string>; parameters: Map<string, string> }> {
  const codes = await sql<{ code: string }[]>`select code from requirement where project_id = ${projectId}`;
  const parameters = await sql<{ name: string; dimension: string }[]>`
    select name, dimension from parameter where project_id = ${projectId}`;
  return {
    codes: new Set(codes.map((one) => one.code)),
    parameters: new Map(parameters.map((one) => [one.name.toLowerCase(), one.dimension])),
  };
}

'use server';

import { checkDimension, CoreError, type Dimension } from '@/core/units';
import { FieldError, type Outcome } from '@/server/outcome';
import { perform, type Work } from '@/server/perform';
import { saveRow } from '@/server/saveRow';
import { read } from '@/ui/forms/schema';
import type { InferType } from 'yup';
import { requirementSchema } from './schema';
import { requirementForm } from './toForm';

type Input = InferType<typeof requirementSchema>;

export async function saveRequirement(input: unknown): Promise<Outcome<{ id: string }>> {
  return perform(
    {
      door: 'saveRequirement',
      schema: requirementSchema,
      run: async (work, input) => {
        const parameter = await parameterOf(work, input);
        if (parameter) checkUnit(input, parameter.dimension);
        const { id, version, code, statement, kind, priority, decision, state, source } = input;
        const statementId = source === 'client' ? input.statementId : null;
        const parameterId = parameter?.id ?? null;
        const values = {
          code,
          statement,
          kind,
          priority,
          decision,
          state,
          source,
          statementId,
          parameterId,
          ...limitOf(input, work.notes),
        };
        return { id: await saveRow(work, 'requirement', { id, version }, values, requirementForm) };
      },
    },
    input,
  );
}

/** The parameter chosen, or a new one of the name and dimension given. */
async function parameterOf(
  { tx, projectId }: Work,
  input: Input,
): Promise<{ id: string; dimension: Dimension } | null> {
  if (input.kind === 'wish') return null;
  if (input.parameterId) {
    const [found] = await tx<{ id: string; dimension: Dimension }[]>`
      select id, dimension from parameter where id = ${input.parameterId} and project_id = ${projectId}`;
    if (!found) throw new FieldError('parameterId', 'This parameter is not part of the project.');
    return found;
  }
  const dimension = input.kind === 'yes' ? 'yes-no' : input.dimension;
  const [made] = await tx<[{ id: string; dimension: Dimension }]>`
    insert into parameter (project_id, name, dimension) values (${projectId}, ${input.parameterName}, ${dimension}) returning id, dimension`;
  return made;
}

function checkUnit({ kind, unit }: Input, dimension: Dimension) {
  if ((kind === 'yes') !== (dimension === 'yes-no')) {
    throw new FieldError(
      'parameterId',
      kind === 'yes' ? 'A yes/no requirement needs a yes/no parameter.' : 'A limit needs a parameter that is measured.',
    );
  }
  if (kind === 'yes') return;
  try {
    checkDimension(unit, dimension);
  } catch (error) {
    if (error instanceof CoreError) throw new FieldError('unit', error.message);
    throw error;
  }
}

function limitOf(input: Input, notes: string[]) {
  const { kind } = input;
  const has = (...kinds: string[]) => kinds.includes(kind);
  const low = has('range') ? read(input.low, notes) : null;
  const high = has('range') ? read(input.high, notes) : null;
  if (low !== null && high !== null && low > high)
    throw new FieldError('low', 'The lower limit lies above the upper one.');
  return {
    low,
    high,
    value: has('max', 'min', 'target') ? read(input.value, notes) : null,
    tolerance: has('target') ? read(input.tolerance, notes) : null,
    unit: has('yes', 'wish') ? null : input.unit,
    weight: has('wish') ? read(input.weight, notes) : null,
  };
}

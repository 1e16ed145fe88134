import type { InferType } from 'yup';
import { checkDimension, CoreError, type Dimension } from '@/core/units';
import { json } from '@/db/connection';
import { allowed } from '@/server/access';
import { FieldError } from '@/server/outcome';
import type { Work } from '@/server/perform';
import { saveRow } from '@/server/saveRow';
import type { LimitParts, LimitThen } from '@/areas/brief/read/requirements';
import { readLimit } from '@/areas/brief/shared/requirements/readLimit';
import type { requirementSchema } from '@/areas/brief/records/requirements';
import { requirementForm, STORED } from '@/areas/brief/read/requirements/toForm';

type Input = InferType<typeof requirementSchema>;
interface Parameter {
  id: string;
  name: string;
  dimension: Dimension;
}
interface Written {
  id: string;
  changed: boolean;
  parameterId: string | null;
}
interface Stored extends LimitThen {
  teamId: string | null;
  stateOn: string | null;
  reason: string;
}

/**
 * Writes a requirement with its sources. One that was agreed keeps how it was, and asks why it changes. A student
 * proposes: a new one, or a change to what the own team has proposed and nobody has agreed yet.
 */
export async function writeRequirement(work: Work, input: Input): Promise<Written> {
  const { seat, now, notes } = work;
  const leads = seat.role === 'instructor';
  const stored = input.id ? await readStored(work, input.id) : null;
  if (stored && !allowed(seat, 'requirement.change', stored))
    throw new FieldError('', 'Only the team that proposed this requirement, or the instructor, can change it.');
  if (stored && !leads && stored.state !== 'proposed')
    throw new FieldError('', 'This requirement is agreed; ask your instructor to change it.');
  const parameter = await parameterOf(work, input);
  const limit = readLimit(input, notes);
  if (parameter) checkUnit(limit, parameter.dimension);
  const { statement, priority, decision } = input;
  const then = { ...limit, statement, parameter: parameter?.name ?? null, priority, decision };
  const material = stored ? differs(stored, { ...then, state: stored.state }) : false;
  const state = leads ? stateAfter(stored, input.state, material) : 'proposed';
  const settled = stored !== null && (stored.state === 'agreed' || stored.state === 'changed');
  const changed = settled && (material || state === 'withdrawn');
  if (changed && !input.why)
    throw new FieldError('why', 'This requirement was agreed. Say why it changes: it is kept with the old version.');
  const moved = stored?.state !== state;
  const values = {
    ...Object.fromEntries(STORED.map((key) => [key, input[key]])),
    ...limit,
    weight: leads || limit.kind === 'wish' ? limit.weight : null,
    method: input.method || null,
    ownerId: leads ? input.ownerId : seat.actor.id,
    parameterId: parameter?.id ?? null,
    state,
    reason: input.why || (moved ? '' : (stored?.reason ?? '')),
    stateOn: moved || changed ? now.slice(0, 10) : (stored?.stateOn ?? null),
    ...(stored ? {} : { teamId: leads ? null : seat.teamId }),
  };
  const id = await saveRow(work, 'requirement', input, values, requirementForm);
  await writeSources(work, id, input.sources ?? []);
  if (changed) await keepChange(work, id, stored, { ...then, state }, input.why);
  return { id, changed, parameterId: parameter?.id ?? null };
}

/** A limit that was agreed and is another now, is "changed"; what the form says otherwise. */
function stateAfter(stored: Stored | null, wanted: string, material: boolean): string {
  return stored?.state === 'agreed' && wanted === 'agreed' && material ? 'changed' : wanted;
}

async function readStored({ tx, projectId }: Work, id: string): Promise<Stored> {
  const [row] = await tx<Stored[]>`
    select r.statement, r.kind, r.value, r.low, r.high, r.tolerance, r.unit, r.priority, r.decision, r.state, r.team_id, r.state_on, r.reason,
      p.name as parameter
    from requirement r left join parameter p on p.id = r.parameter_id where r.id = ${id} and r.project_id = ${projectId} for update of r`;
  if (!row) throw new FieldError('', 'This requirement was removed meanwhile, or is not part of the project.');
  return row;
}

/** What makes a requirement another one. */
const MATERIAL = [
  'statement',
  'kind',
  'parameter',
  'value',
  'low',
  'high',
  'tolerance',
  'unit',
  'priority',
  'decision',
  'state',
] as const;

function thenOf(row: LimitThen): LimitThen {
  return Object.fromEntries(MATERIAL.map((key) => [key, row[key]])) as unknown as LimitThen;
}

function differs(a: LimitThen, b: LimitThen): boolean {
  return MATERIAL.some((key) => a[key] !== b[key]);
}

async function keepChange(
  { tx, projectId, now }: Work,
  requirementId: string,
  before: LimitThen,
  after: LimitThen,
  reason: string,
) {
  await tx`
    insert into requirement_change (project_id, requirement_id, number, before, after, reason, changed_on)
    select ${projectId}, ${requirementId}, coalesce(max(number), 0) + 1, ${json(tx, thenOf(before))}, ${json(tx, thenOf(after))}, ${reason}, ${now.slice(0, 10)}
    from requirement_change where requirement_id = ${requirementId}`;
}

async function writeSources({ tx, projectId }: Work, requirementId: string, sources: Input['sources'] & object) {
  const rows = sources.map(({ kind, statementId, researchId, note }, position) => ({
    projectId,
    requirementId,
    kind,
    statementId: kind === 'client' ? statementId : null,
    researchId: kind === 'research' || kind === 'season' ? researchId : null,
    note,
    position,
  }));
  const known = await tx<typeof rows>`
    select project_id, requirement_id, kind, statement_id, research_id, note, position from requirement_source
    where requirement_id = ${requirementId} order by position, id`;
  if (JSON.stringify(known.map((row) => ({ ...row }))) === JSON.stringify(rows)) return;
  await tx`delete from requirement_source where requirement_id = ${requirementId} and project_id = ${projectId}`;
  if (rows.length) await tx`insert into requirement_source ${tx(rows as never)}`;
}

/** The parameter chosen, or a new one of the name and dimension given; a name that is there already is that parameter. */
async function parameterOf({ tx, projectId }: Work, input: Input): Promise<Parameter | null> {
  if (input.kind === 'wish') return null;
  if (input.parameterId) {
    const [found] = await tx<Parameter[]>`
      select id, name, dimension from parameter where id = ${input.parameterId} and project_id = ${projectId}`;
    if (!found) throw new FieldError('parameterId', 'This parameter is not part of the project.');
    return found;
  }
  const dimension = input.kind === 'yes' ? 'yes-no' : input.kind === 'different' ? 'count' : input.dimension;
  return makeParameter(tx, projectId, input.parameterName, dimension);
}

/** Makes a parameter. */
export async function makeParameter(
  tx: Work['tx'],
  projectId: string,
  name: string,
  dimension: string,
): Promise<Parameter> {
  const [made] = await tx<[Parameter]>`
    insert into parameter (project_id, name, dimension) values (${projectId}, ${name}, ${dimension}) returning id, name, dimension`;
  return made;
}

/** @throws FieldError where the kind or the unit does not go with what is measured. */
export function checkUnit({ kind, unit }: LimitParts, dimension: Dimension): void {
  if ((kind === 'yes') !== (dimension === 'yes-no')) {
    throw new FieldError(
      'parameterId',
      kind === 'yes' ? 'A yes/no requirement needs a yes/no parameter.' : 'A limit needs a parameter that is measured.',
    );
  }
  if (kind === 'different' && dimension !== 'count')
    throw new FieldError('parameterId', 'Different things are counted: this needs a parameter that is a count.');
  if (kind === 'yes') return;
  try {
    checkDimension(unit ?? '', dimension);
  } catch (error) {
    if (error instanceof CoreError) throw new FieldError('unit', error.message);
    throw error;
  }
}

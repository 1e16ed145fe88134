import type { Row } from 'postgres';
import { FieldError } from './outcome';
import { orConflict, type Work } from './perform';

type Table =
  | 'statement'
  | 'requirement'
  | 'section'
  | 'instrument'
  | 'protocol'
  | 'event'
  | 'component'
  | 'rubric'
  | 'feature'
  | 'iteration'
  | 'run'
  | 'visit'
  | 'answer'
  | 'research'
  | 'stage'
  | 'gate'
  | 'hazard'
  | 'machine'
  | 'test_session'
  | 'incident'
  | 'concept_round'
  | 'selection'
  | 'forming'
  | 'proposal'
  | 'team'
  | 'charter'
  | 'part'
  | 'interface'
  | 'bill'
  | 'build_rule'
  | 'conclusion'
  | 'material'
  | 'build_scale'
  | 'review'
  | 'review_slot'
  | 'review_finding'
  | 'review_note'
  | 'peer_review'
  | 'opinion'
  | 'review_kind'
  | 'review_rule'
  | 'wish_outcome'
  | 'anchor'
  | 'grade_scheme'
  | 'grade_component'
  | 'mark'
  | 'former_results'
  | 'school_system'
  | 'peer_round'
  | 'inspection_check'
  | 'contest'
  | 'protest'
  | 'award'
  | 'prediction';

/** Removes a row of the project. @throws FieldError when it is gone already; `what` names it: "This pair". */
export async function removeRow(
  { tx, projectId }: Pick<Work, 'tx' | 'projectId'>,
  table: Table | 'specimen' | 'parameter' | 'keep_pair' | 'concept_credit' | 'sign_off',
  id: string,
  what: string,
): Promise<void> {
  const gone = await tx`delete from ${tx(table)} where id = ${id} and project_id = ${projectId} returning 1`;
  if (gone.length === 0) throw new FieldError('', `${what} was removed already.`);
}

/**
 * Inserts a row of the project, or updates it if nobody has since the version the person saw; otherwise both
 * versions go back to them, `toForm` turning the stored row into what the form shows. Returns the id.
 */
export async function saveRow(
  { tx, projectId }: Work,
  table: Table,
  input: { id: string | null; version: number | null },
  values: Record<string, unknown>,
  toForm: (row: Row) => Record<string, unknown> | Promise<Record<string, unknown>>,
): Promise<string> {
  const { id } = input;
  if (!id) {
    const [row] = await tx<[{ id: string }]>`insert into ${tx(table)} ${tx({ projectId, ...values })} returning id`;
    return row.id;
  }
  const written = await tx`update ${tx(table)} set ${tx(values)}
    where id = ${id} and project_id = ${projectId} and version = ${input.version ?? 0} returning id`;
  await orConflict(written, tx, id, async () => {
    const [row] = await tx<Row[]>`select * from ${tx(table)} where id = ${id} and project_id = ${projectId}`;
    return row && { ...(await toForm(row)), version: Number(row.version) };
  });
  return id;
}

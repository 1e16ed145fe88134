'use server';

import type { Row } from 'postgres';
import type { Sql } from '@/db/connection';
import { isId, type Target } from '@/server/access';
import { FieldError } from '@/server/outcome';
import { type Work, action } from '@/server/perform';
import { saveRow } from '@/server/saveRow';
import { read } from '@/ui/forms/schema';
import { ballotSchema, closeSchema, markSchema, rateSchema, selectionSchema } from '@/areas/concepts/records/selection';
import { marksSeen, selectionForm } from '@/areas/concepts/read/selection/toForm';

/** A selection stands in a section, and is open to it once the section's concepts are released. */
async function selectionTarget(
  sql: Sql,
  { selectionId }: Record<string, unknown>,
  projectId: string,
): Promise<Target | null> {
  if (!isId(selectionId)) return null;
  const [row] = await sql<{ sectionId: string; released: boolean }[]>`
    select s.section_id, r.released_at is not null as released from selection s
    left join concept_round r on r.section_id = s.section_id where s.id = ${selectionId} and s.project_id = ${projectId}`;
  return row ?? null;
}

/** A selection with its criteria and the concepts that stand in it. What was scored stays with what stays. */
export const saveSelection = action(
  'saveSelection',
  selectionSchema,
  async (work, { id, version, sectionId, name, picks, datumId, criteria, concepts }) => {
    const { tx, projectId } = work;
    if (datumId && !concepts.includes(datumId))
      throw new FieldError('datumId', 'The datum has to be among the concepts.');
    const values = { sectionId, name, picks: Number(picks), datumId };
    const selectionId = await saveRow(work, 'selection', { id, version }, values, (row: Row) => selectionForm(row));
    const kept = criteria.flatMap((one) => one.id ?? []);
    await tx`delete from selection_criterion where selection_id = ${selectionId} and not id = any(${kept})`;
    for (const [position, one] of criteria.entries()) {
      const row = {
        name: one.name,
        weight: read(one.weight),
        anchors: one.anchors,
        requirementId: one.requirementId,
        position,
      };
      if (one.id)
        await tx`update selection_criterion set ${tx(row)} where id = ${one.id} and selection_id = ${selectionId}`;
      else await tx`insert into selection_criterion ${tx({ projectId, selectionId, ...row })}`;
    }
    await tx`delete from selection_entry where selection_id = ${selectionId} and not concept_id = any(${concepts})`;
    const here = await tx<{ id: string }[]>`
          select id from concept where project_id = ${projectId} and section_id = ${sectionId} and removed_at is null
            and id = any(${concepts})`;
    if (here.length < new Set(concepts).size)
      throw new FieldError('concepts', 'One of these concepts was withdrawn meanwhile; choose again.');
    const entries = here.map((one) => ({ projectId, selectionId, conceptId: one.id }));
    await tx`insert into selection_entry ${tx(entries)} on conflict do nothing`;
    return { id: selectionId };
  },
);

/** Closes a selection, or opens it again. */
export const closeSelection = action('closeSelection', closeSchema, async ({ tx, projectId }, { id, closed }) => {
  await tx`update selection set state = ${closed ? 'closed' : 'open'} where id = ${id} and project_id = ${projectId}`;
});

/** One rater's scores; gaps stay gaps. A concept that was withdrawn meanwhile is left out, the rest is kept. */
export const rateConcepts = action(
  'rateConcepts',
  rateSchema,
  async (work, { selectionId, scores }) => {
    const { tx, projectId, seat, notes } = work;
    const standing = await standingIn(work, selectionId, scores);
    const raterId = seat.actor.id;
    await tx`delete from selection_score where selection_id = ${selectionId} and rater_id = ${raterId}`;
    const rows = standing
      .filter(({ score }) => score !== '')
      .map(({ conceptId, criterionId, score }) => ({
        projectId,
        selectionId,
        conceptId,
        criterionId,
        raterId,
        score: Number(score),
      }));
    if (rows.length > 0) await tx`insert into selection_score ${tx(rows)}`;
    const gaps = standing.length - rows.length;
    if (gaps > 0) notes.push(`${gaps} left open: they count for nothing, and you can fill them later`);
    return { kept: rows.length };
  },
  selectionTarget,
);

/** Marks each concept better, worse or the same as the datum. */
export const markAgainstDatum = action('markAgainstDatum', markSchema, async (work, { selectionId, marks, seen }) => {
  const { tx, projectId } = work;
  const standing = await standingIn(work, selectionId, marks);
  const now = await tx<{ concept: string; criterion: string; mark: number }[]>`
          select concept_id as concept, criterion_id as criterion, mark from selection_mark where selection_id = ${selectionId}`;
  if (seen !== marksSeen(now))
    throw new FieldError('', 'Somebody else has compared them meanwhile. Reload to see it; what you typed stays.');
  await tx`delete from selection_mark where selection_id = ${selectionId} and project_id = ${projectId}`;
  const rows = standing
    .filter(({ mark }) => mark !== '')
    .map(({ conceptId, criterionId, mark }) => ({
      projectId,
      selectionId,
      conceptId,
      criterionId,
      mark: Number(mark),
    }));
  if (rows.length > 0) await tx`insert into selection_mark ${tx(rows)}`;
});

/** Casts one's ballot, or replaces it while the selection is open. */
export const castBallot = action(
  'castBallot',
  ballotSchema,
  async (work, { selectionId, ranking }) => {
    const { tx, projectId, seat } = work;
    const listed = ranking.flatMap(({ conceptId }) => (conceptId ? [{ conceptId }] : []));
    const standing = await standingIn(work, selectionId, listed);
    const row = {
      projectId,
      selectionId,
      voterId: seat.actor.id,
      ranking: tx.json(standing.map(({ conceptId }) => conceptId)),
    };
    await tx`
          insert into selection_ballot ${tx(row)}
          on conflict (selection_id, voter_id) do update set ranking = excluded.ranking`;
  },
  selectionTarget,
);

/** What speaks of concepts and criteria that still stand in an open selection; what does not is said. */
async function standingIn<T extends { conceptId: string; criterionId?: string }>(
  { tx, projectId, notes }: Work,
  selectionId: string,
  given: readonly T[],
): Promise<T[]> {
  const [selection] = await tx<{ state: string; criteria: string[]; concepts: string[] }[]>`
    select s.state, array(select id from selection_criterion where selection_id = s.id) as criteria,
      array(select concept_id from selection_entry where selection_id = s.id) as concepts
    from selection s where s.id = ${selectionId} and s.project_id = ${projectId} for update`;
  if (!selection) throw new FieldError('', 'This selection was removed meanwhile.');
  if (selection.state === 'closed') throw new FieldError('', 'This selection is closed; nothing is added any more.');
  const standing = given.filter(
    ({ conceptId, criterionId }) =>
      selection.concepts.includes(conceptId) && (criterionId === undefined || selection.criteria.includes(criterionId)),
  );
  const gone = new Set(
    given.filter(({ conceptId }) => !selection.concepts.includes(conceptId)).map(({ conceptId }) => conceptId),
  );
  if (gone.size > 0)
    notes.push(
      `${gone.size === 1 ? 'One concept was' : `${gone.size} concepts were`} withdrawn meanwhile and left out; the rest is kept`,
    );
  return standing;
}

import type { InferType } from 'yup';
import type { Dimension } from '@/core/units';
import { readMeasured } from '@/server/readMeasured';
import { FieldError } from '@/server/outcome';
import { momentOf, orConflict, type Command, type Work } from '@/server/perform';
import { conceptTarget, mustNotBeReleased } from '@/areas/concepts/read/concepts';
import { tickConcepts } from '@/areas/plan';
import { readOptional } from '@/ui/forms/schema';
import { commentSchema, conceptSchema } from '@/areas/concepts/records/concepts';

type Input = InferType<typeof conceptSchema>;

/**
 * Hands in a student's own concept, or changes it. The id is the client's, so that sending it twice is harmless. After
 * the release it stays as it was handed in.
 */
export const recordConcept: Command<Input, { id: string }> = {
  door: '/api/v1/concepts',
  schema: conceptSchema as Command<Input, never>['schema'],
  target: async (sql, { id }, projectId) => {
    return (await conceptTarget(sql, id, projectId)) ?? { fresh: true };
  },
  run: async (work, input) => {
    const { tx, projectId, seat } = work;
    const { id, version, title, risks, takesOver } = input;
    const values = { title, risks, takesOver, steps: tx.json(input.steps.map(({ text }) => text)) };
    const [known] = await tx`select 1 from concept where id = ${id} and project_id = ${projectId}`;
    if (known && version === null) return { id };
    if (!known) {
      if (!seat.sectionId) throw new FieldError('', 'You are in no section of this project.');
      const handedInAt = momentOf(work);
      await tx`insert into concept ${tx({ id, projectId, sectionId: seat.sectionId, authorId: seat.actor.id, handedInAt, ...values })}`;
    } else {
      await mustNotBeReleased(tx, id);
      const written = await tx`
        update concept set ${tx(values)} where id = ${id} and project_id = ${projectId} and removed_at is null
          and version = ${version} returning 1`;
      await orConflict(written, tx, id, async () => {
        const [row] = await tx<{ title: string; steps: string[]; risks: string; takesOver: string; version: number }[]>`
          select title, steps, risks, takes_over, version from concept where id = ${id} and removed_at is null`;
        return row && { ...row, steps: row.steps.map((text) => ({ text })) };
      });
      await tx`delete from concept_claim where concept_id = ${id}`;
    }
    await claim(work, input);
    await tickConcepts(work, seat.actor.id);
    return { id };
  },
};

async function claim({ tx, projectId, notes }: Work, { id, claims }: Input): Promise<void> {
  const said = claims.filter(({ how, value, answer }) => how !== '' || value !== '' || answer !== '');
  const requirements = await tx<{ id: string; dimension: Dimension | null; kind: string }[]>`
    select r.id, p.dimension, r.kind from requirement r left join parameter p on p.id = r.parameter_id
    where r.project_id = ${projectId} and r.id = any(${said.map(({ requirementId }) => requirementId)})`;
  const rows = claims.flatMap((one, i) => {
    if (!said.includes(one)) return [];
    const requirement = requirements.find((row) => row.id === one.requirementId);
    if (!requirement) throw new FieldError(`claims.${i}.how`, 'This requirement was removed meanwhile.');
    const { dimension } = requirement;
    const measured =
      one.value !== '' && dimension && dimension !== 'yes-no'
        ? readMeasured(`claims.${i}`, one.value, one.unit, dimension, notes)
        : null;
    return [
      {
        projectId,
        conceptId: id,
        requirementId: one.requirementId,
        how: one.how,
        value: measured?.value ?? null,
        unit: measured?.unit ?? null,
        uncertainty: measured ? readOptional(one.uncertainty, notes) : null,
        answer: dimension === 'yes-no' && one.answer !== '' ? one.answer === 'yes' : null,
      },
    ];
  });
  if (rows.length > 0) await tx`insert into concept_claim ${tx(rows)}`;
}

type Said = InferType<typeof commentSchema>;

/** A comment of the class or the instructor on a concept that is released. */
export const recordComment: Command<Said, { id: string }> = {
  door: '/api/v1/comments',
  schema: commentSchema as Command<Said, never>['schema'],
  target: (sql, { conceptId }, projectId) => conceptTarget(sql, conceptId, projectId),
  run: (work, input) => comment(work, input, { authorId: work.seat.actor.id, byLink: '' }),
};

/** The same by the client, of a concept that was put before them. */
export const recordClientComment: Command<Said, { id: string }> = {
  door: '/api/v1/client-comments',
  schema: commentSchema as Command<Said, never>['schema'],
  run: async (work, input) => {
    const [before] = await work.tx`
      select 1 from selection_entry where concept_id = ${input.conceptId} and project_id = ${work.projectId}`;
    if (!before) throw new FieldError('', 'This concept is not put before you.');
    return comment(work, input, { authorId: null, byLink: work.seat.actor.name });
  },
};

async function comment(
  work: Work,
  { id, conceptId, text }: Said,
  author: { authorId: string | null; byLink: string },
): Promise<{ id: string }> {
  const { tx, projectId } = work;
  const [standing] = await tx`
    select 1 from concept where id = ${conceptId} and project_id = ${projectId} and removed_at is null for share`;
  if (!standing) throw new FieldError('', 'This concept was withdrawn by its author meanwhile.');
  const row = { id, projectId, conceptId, ...author, text, madeAt: momentOf(work) };
  await tx`insert into concept_comment ${tx(row)} on conflict (id) do nothing`;
  return { id };
}

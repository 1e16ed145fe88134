'use server';

import { FieldError } from '@/server/outcome';
import { momentOf, action } from '@/server/perform';
import { drawSchema, namesIn, seedSchema } from '@/areas/course/records/draws';

/** Freezes a list to draw from; from now on nobody can change it. For pitches these are the released concepts of a section. */
export const makeDraw = action(
  'makeDraw',
  drawSchema,
  async (work, { sectionId, title, names, forPitches, isPublic }) => {
    const { tx, projectId } = work;
    const concepts = forPitches
      ? await tx<{ id: string; title: string }[]>`
              select c.id, c.title from concept c join concept_round r on r.section_id = c.section_id and r.released_at is not null
              where c.project_id = ${projectId} and c.section_id = ${sectionId} and c.removed_at is null and c.fate <> 'not chosen'
              order by c.title, c.id`
      : null;
    if (concepts?.length === 0) throw new FieldError('', 'Release the concepts of the section first.');
    const list = concepts?.map((one) => one.title) ?? namesIn(names);
    const row = {
      projectId,
      sectionId,
      title,
      names: tx.json(list),
      subjects: concepts ? tx.json(concepts.map((one) => one.id)) : null,
      forPitches,
      isPublic,
      frozenAt: momentOf(work),
    };
    const [made] = await tx<[{ id: string }]>`insert into draw ${tx(row)} returning id`;
    return made;
  },
);

/** Keeps the digits that two people called out. They are called once. */
export const callSeed = action('callSeed', seedSchema, async (work, { id, first, second }) => {
  const { tx, projectId } = work;
  const called = await tx`
          update draw set first_called = ${first}, second_called = ${second}, drawn_at = ${momentOf(work)}
          where id = ${id} and project_id = ${projectId} and drawn_at is null returning 1`;
  if (called.length === 0) throw new FieldError('', 'The digits of this draw were called already.');
});

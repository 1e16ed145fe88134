'use server';

import * as yup from 'yup';
import { isId } from '@/server/access';
import { orConflict, action } from '@/server/perform';
import { mustNotBeReleased } from '@/areas/concepts';
import { picturedTarget } from './targets';
import { counted, id, place } from '@/ui/forms/schema';
import { findPicture } from '@/areas/course';

const removeSchema = yup.object({ ...place, id: id('The picture'), version: counted().required() });

/** Takes a picture away. It is kept for the history, which can put it back. */
export const removePicture = action(
  'removePicture',
  removeSchema,
  async ({ tx, projectId }, { id, version }) => {
    const [of] = await tx<{ conceptId: string }[]>`
          select object_id as concept_id from attachment where id = ${id} and project_id = ${projectId} and object_kind = 'concept'`;
    if (of) await mustNotBeReleased(tx, of.conceptId);
    const removed = await tx`
          update attachment set removed_at = now() where id = ${id} and project_id = ${projectId} and version = ${version} returning 1`;
    await orConflict(removed, tx, id, async () => {
      const [row] = await tx<{ version: number }[]>`select version from attachment where id = ${id}`;
      return row;
    });
  },
  async (sql, { id }, projectId) => {
    const picture = isId(id) ? await findPicture(sql, projectId, id) : null;
    return picture && picturedTarget(sql, { ...picture }, projectId);
  },
);

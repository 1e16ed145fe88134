import * as yup from 'yup';
import { FieldError } from '@/server/outcome';
import type { Command } from '@/server/perform';
import { renewPicture, type StoredPicture } from '@/server/pictures';
import { mustNotBeReleased } from '@/areas/concepts';
import { tickConcepts } from '@/areas/plan';
import { PICTURED, picturedTarget } from './targets';
import { id, place } from '@/ui/forms/schema';

export const MOST_BYTES = 10 * 1024 * 1024;
const MOST_OF_ONE_THING = 12;
const MOST_OF_A_PROJECT = 2 * 1024 * 1024 * 1024;

const pictureSchema = yup.object({
  ...place,
  id: id('The picture'),
  objectKind: yup
    .string()
    .oneOf([...PICTURED])
    .required(),
  objectId: id('What the picture shows'),
});

/**
 * Keeps a picture of an iteration, a run, a concept or a team. Its content is decoded, turned upright, cut to 2,400 pixels a side and
 * written anew as JPEG, so that neither a disguised file nor the place where it was taken gets in.
 */
export function keepPicture(bytes: Uint8Array): Command<yup.InferType<typeof pictureSchema>, { id: string }> {
  let renewed: StoredPicture;
  return {
    door: '/api/v1/pictures',
    schema: pictureSchema as Command<yup.InferType<typeof pictureSchema>, never>['schema'],
    target: picturedTarget,
    prepare: async () => void (renewed = await renewPicture(bytes)),
    run: async (work, { id, objectKind, objectId }) => {
      const { tx, projectId, age, seat } = work;
      if (objectKind === 'concept') await mustNotBeReleased(tx, objectId);
      await tx`select pg_advisory_xact_lock(3, hashtext(${objectId}))`; // counted one after another
      const [known] = await tx`select 1 from attachment where id = ${id} and project_id = ${projectId}`;
      if (known) return { id };
      const [room] = await tx<[{ here: number; all: number; teamId: string }]>`
        select count(*) filter (where object_id = ${objectId} and removed_at is null) as here, coalesce(sum(bytes_count), 0) as all,
          coalesce((select team_id from iteration where id = ${objectId}), (select team_id from run where id = ${objectId}),
            (select id from team where id = ${objectId}), (select team_id from inspection where id = ${objectId})) as team_id
        from attachment where project_id = ${projectId}`;
      if (room.here >= MOST_OF_ONE_THING)
        throw new FieldError('', `There are ${MOST_OF_ONE_THING} pictures already; remove one first.`);
      if (room.all + bytes.length > MOST_OF_A_PROJECT)
        throw new FieldError('', 'The pictures of this project fill the 2 GB they may take.');
      const madeAt = new Date(Date.now() - age);
      const row = { id, projectId, teamId: room.teamId, objectKind, objectId, madeAt, ...renewed };
      await tx`insert into attachment ${tx(row)}`;
      if (objectKind === 'concept') await tickConcepts(work, seat.actor.id);
      return { id };
    },
  };
}

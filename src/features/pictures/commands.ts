import { createHash } from 'node:crypto';
import sharp from 'sharp';
import * as yup from 'yup';
import { FieldError } from '@/server/outcome';
import type { Command } from '@/server/perform';
import { PICTURED, picturedTarget } from '@/server/records/targets';
import { id, place } from '@/ui/forms/schema';

export const MOST_BYTES = 10 * 1024 * 1024;
const MOST_OF_ONE_THING = 12;
const MOST_OF_A_PROJECT = 2 * 1024 * 1024 * 1024;
const MOST_PIXELS = 60_000_000;
const SIDE = 2400;
const THUMBNAIL = 360;

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
 * Keeps a picture of an iteration or a run. Its content is decoded, turned upright, cut to 2,400 pixels a side and
 * written anew as JPEG, so that neither a disguised file nor the place where it was taken gets in.
 */
export function keepPicture(bytes: Uint8Array): Command<yup.InferType<typeof pictureSchema>, { id: string }> {
  return {
    door: '/api/v1/pictures',
    schema: pictureSchema as Command<yup.InferType<typeof pictureSchema>, never>['schema'],
    target: picturedTarget,
    run: async ({ tx, projectId, age }, { id, objectKind, objectId }) => {
      const [known] = await tx`select 1 from attachment where id = ${id} and project_id = ${projectId}`;
      if (known) return { id };
      const [room] = await tx<[{ here: number; all: number; teamId: string }]>`
        select count(*) filter (where object_id = ${objectId} and removed_at is null) as here, coalesce(sum(bytes_count), 0) as all,
          coalesce((select team_id from iteration where id = ${objectId}), (select team_id from trial where id = ${objectId})) as team_id
        from attachment where project_id = ${projectId}`;
      if (room.here >= MOST_OF_ONE_THING)
        throw new FieldError('', `There are ${MOST_OF_ONE_THING} pictures already; take one away first.`);
      if (room.all + bytes.length > MOST_OF_A_PROJECT)
        throw new FieldError('', 'The pictures of this project fill the 2 GB they may take.');
      const { picture, thumbnail } = await renew(bytes);
      const sha256 = createHash('sha256').update(picture.data).digest();
      const { width, height } = picture.info;
      const row = {
        id,
        projectId,
        teamId: room.teamId,
        objectKind,
        objectId,
        mime: 'image/jpeg',
        sha256,
        width,
        height,
      };
      await tx`insert into attachment ${tx({ ...row, bytes: picture.data, bytesCount: picture.data.length, thumbnail, madeAt: new Date(Date.now() - age) })}`;
      return { id };
    },
  };
}

async function renew(bytes: Uint8Array) {
  try {
    const read = () => sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'error' });
    const { format } = await read().metadata();
    if (!['jpeg', 'png', 'webp'].includes(format ?? '')) throw new Error(`format ${format}`);
    const upright = () => read().rotate().flatten({ background: '#ffffff' });
    const picture = await upright()
      .resize({ width: SIDE, height: SIDE, fit: 'inside', withoutEnlargement: true })
      .jpeg({ quality: 82 })
      .toBuffer({ resolveWithObject: true });
    const thumbnail = await upright()
      .resize({ width: THUMBNAIL, height: THUMBNAIL, fit: 'inside', withoutEnlargement: true })
      .jpeg({ quality: 75 })
      .toBuffer();
    return { picture, thumbnail };
  } catch (error) {
    console.error(`A picture was refused: ${String(error)}`);
    throw new FieldError(
      '',
      'This file is no picture that can be read: JPEG, PNG or WebP, whole, at most 60 megapixels.',
    );
  }
}

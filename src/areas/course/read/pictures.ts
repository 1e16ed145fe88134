import { remembered } from '@/db/remember';
import { type Sql } from '@/db/connection';

export interface Picture {
  id: string;
  width: number;
  height: number;
  version: number;
}

/** The pictures of one thing, oldest first. */
export const listPictures = remembered(async (sql: Sql, projectId: string, objectId: string): Promise<Picture[]> => {
  return sql<Picture[]>`
    select id, width, height, version from attachment
    where project_id = ${projectId} and object_id = ${objectId} and removed_at is null order by created_at, id`;
});

/** What a picture belongs to; null when there is none in the project. */
export async function findPicture(
  sql: Sql,
  projectId: string,
  id: string,
): Promise<{ objectKind: string; objectId: string } | null> {
  const [row] = await sql<{ objectKind: string; objectId: string }[]>`
    select object_kind, object_id from attachment where project_id = ${projectId} and id = ${id} and removed_at is null`;
  return row ?? null;
}

/** The bytes of a picture, or of its thumbnail. */
export async function readPicture(sql: Sql, projectId: string, id: string, small: boolean): Promise<Buffer> {
  const [row] = await sql<[{ bytes: Buffer }]>`
    select ${small ? sql`thumbnail` : sql`bytes`} as bytes from attachment where project_id = ${projectId} and id = ${id}`;
  return row.bytes;
}

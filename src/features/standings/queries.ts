import { cache } from 'react';
import { pool } from '@/db/connection';

export interface PublishedRow {
  teamId: string;
  team: string;
  colour: number;
  place: number;
  total: number;
  parts: Record<string, number>;
}
export interface Publication {
  id: string;
  sectionId: string | null;
  rows: PublishedRow[];
  publishedAt: Date;
  publishedBy: string;
}

/** The ranking last published for the section, or for the whole project. */
export const lastPublication = cache(
  async (projectId: string, sectionId: string | null): Promise<Publication | null> => {
    const [row] = await pool()<Publication[]>`
    select id, section_id, rows, published_at, published_by from publication
    where project_id = ${projectId} and (section_id is null or section_id = ${sectionId}) order by published_at desc limit 1`;
    return row ?? null;
  },
);

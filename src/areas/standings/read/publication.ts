import { remembered } from '@/db/remember';
import type { Standings } from './standings';
import { type Sql } from '@/db/connection';

export interface PublishedRow {
  teamId: string;
  team: string;
  colour: number;
  place: number | null;
  total: number;
  parts: Record<string, number>;
}
export interface Publication {
  id: string;
  sectionId: string | null;
  rows: PublishedRow[];
  /** What the places came from: the components, event results and grades as they were. */
  inputs: Pick<Standings, 'components' | 'events' | 'grades'>;
  publishedAt: Date;
  publishedBy: string;
}

/** The ranking last published for the section, or for the whole project. */
export const lastPublication = remembered(
  async (sql: Sql, projectId: string, sectionId: string | null): Promise<Publication | null> => {
    const [row] = await sql<Publication[]>`
    select id, section_id, rows, inputs, published_at, published_by from publication
    where project_id = ${projectId} and (section_id is null or section_id = ${sectionId}) order by published_at desc limit 1`;
    return row ?? null;
  },
);

/** A published ranking as standings, so that it can be followed back as it was on that day. */
export function standingsOf({ inputs, rows }: Publication): Standings {
  return { ...inputs, table: rows, problems: [] };
}

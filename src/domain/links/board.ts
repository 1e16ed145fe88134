import { type Sql } from '@/db/connection';

/** What a board shows of the calendar and of the published places. */
export interface BoardRow {
  /** None for a team that nothing counts for yet. */
  place: number | null;
  team: string;
  colour: number;
}

/** The published places for a board: place and team, nothing else. */
export async function boardRows(sql: Sql, projectId: string, sectionId: string | null): Promise<BoardRow[]> {
  const [row] = await sql<{ rows: BoardRow[] }[]>`
    select rows from publication where project_id = ${projectId} and (section_id is null or section_id = ${sectionId}) order by published_at desc limit 1`;
  return (row?.rows ?? []).map(({ place, team, colour }) => ({ place, team, colour }));
}

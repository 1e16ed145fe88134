import { remembered } from '@/db/remember';
import { draw } from '@/core/teams';
import { type Sql } from '@/db/connection';

export interface Draw {
  id: string;
  projectId: string;
  sectionId: string | null;
  title: string;
  /** As frozen. */
  names: string[];
  /** What each name stands for, where it stands for something: concepts. */
  subjects: string[] | null;
  forPitches: boolean;
  isPublic: boolean;
  frozenAt: Date;
  /** What the two people called out, and both together. */
  firstCalled: string | null;
  secondCalled: string | null;
  drawnAt: Date | null;
}

const COLUMNS =
  'id, project_id, section_id, title, names, subjects, for_pitches, is_public, frozen_at, first_called, second_called, drawn_at';

/** The draws of a project, newest first. */
export const listDraws = remembered(async (sql: Sql, projectId: string): Promise<Draw[]> => {
  return sql<
    Draw[]
  >`select ${sql.unsafe(COLUMNS)} from draw where project_id = ${projectId} order by frozen_at desc, id`;
});

/** A draw that anybody may see. */
export async function findPublicDraw(
  sql: Sql,
  id: string,
): Promise<(Draw & { project: string; timeZone: string }) | null> {
  const [row] = await sql<(Draw & { project: string; timeZone: string })[]>`
    select d.*, p.title as project, p.time_zone from draw d join project p on p.id = d.project_id
    where d.id = ${id} and d.is_public`;
  return row ?? null;
}

/** The seed of a draw: what both called out, one after the other. Null before. */
export function seedOf({ firstCalled, secondCalled }: Pick<Draw, 'firstCalled' | 'secondCalled'>): string | null {
  return firstCalled !== null && secondCalled !== null ? firstCalled + secondCalled : null;
}

/** The drawn order as positions in the frozen list; null before the seed was called. */
export function orderOf(of: Pick<Draw, 'names' | 'firstCalled' | 'secondCalled'>): number[] | null {
  const seed = seedOf(of);
  // Positions are drawn, as names could appear twice among concepts.
  return seed === null ? null : draw({ names: of.names.map((_, i) => String(i)), seed }).order.map(Number);
}

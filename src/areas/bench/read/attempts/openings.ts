import { remembered } from '@/db/remember';
import type { Sql } from '@/db/connection';

/** From when to when runs count as attempts of an event in one section. */
export interface Opening {
  eventId: string;
  sectionId: string;
  opensAt: Date;
  closesAt: Date | null;
}

export const listOpenings = remembered(async (sql: Sql, projectId: string): Promise<Opening[]> => {
  return sql<
    Opening[]
  >`select event_id, section_id, opens_at, closes_at from event_opening where project_id = ${projectId}`;
});

/** Whether an event is open at a moment, still to be opened, or neither. */
export type Openness = 'open' | 'ahead' | 'closed';

/** How an event stands in a section at a moment: from the moment it opens, up to and without the one at which it closes. */
export function opennessAt(opening: Pick<Opening, 'opensAt' | 'closesAt'> | undefined, at: Date): Openness {
  if (!opening) return 'closed';
  if (opening.closesAt && opening.closesAt <= at) return 'closed';
  return opening.opensAt <= at ? 'open' : 'ahead';
}

/** The opening of an event in a section, if there is one. */
export const openingOf = (openings: Opening[], eventId: string, sectionId: string): Opening | undefined =>
  openings.find((one) => one.eventId === eventId && one.sectionId === sectionId);

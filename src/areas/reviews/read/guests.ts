import type { Holds } from '@/core/reviews';
import { remembered } from '@/db/remember';
import type { Sql } from '@/db/connection';
import type { Seat } from '@/server/access';
import type { Review } from './reviews';

/** What a client or a visitor says of a team's part. */
export interface Opinion {
  id: string;
  slotId: string;
  teamId: string;
  by: string;
  pleases: string;
  displeases: string;
  chosen: boolean;
  version: number;
}
export const listOpinions = remembered(async (sql: Sql, projectId: string): Promise<Opinion[]> => {
  return sql<Opinion[]>`
    select id, slot_id, team_id, by_link as by, pleases, displeases, chosen, version from opinion
    where project_id = ${projectId} order by made_at, id`;
});

/** How a product holds in use, by the client, weeks later. */
export interface UseReport {
  id: string;
  slotId: string;
  teamId: string;
  by: string;
  holds: Holds;
  says: string;
  broke: string;
  madeOn: string;
}
export const listUseReports = remembered(async (sql: Sql, projectId: string): Promise<UseReport[]> => {
  return sql<UseReport[]>`
    select u.id, u.slot_id, u.team_id, u.by_link as by, u.holds, u.says, u.broke,
      (u.made_at at time zone case when p.pinned_now is null then p.time_zone else 'UTC' end)::date as made_on
    from use_report u join project p on p.id = u.project_id where u.project_id = ${projectId} order by u.made_at, u.id`;
});

/** The reviews that the holder of a link sits in: that of the link, or for a client all those the client was asked to. */
export function reviewsOfGuest({ actor }: Pick<Seat, 'actor'>, reviews: readonly Review[]): Review[] {
  if (actor.kind === 'panel') return reviews.filter(({ id }) => id === actor.reviewId);
  return actor.kind === 'client' ? reviews.filter(({ clientSits }) => clientSits) : [];
}

import type { PendingQuery, Row } from 'postgres';
import type { Sql } from '@/db/connection';
import { isId, type Target } from '@/server/access';

type Given = Record<string, unknown>;

/** Whose something of a review is, and whether it is released to that team; null when there is none in the project. */
async function ofReview(id: unknown, query: (id: string) => PendingQuery<Row[]>): Promise<Target | null> {
  if (!isId(id)) return null;
  const [row] = (await query(id)) as unknown as { teamId: string; released: boolean }[];
  return row ?? null;
}

/** A team's part of a review; what was found in it is released, or not. */
export const slotTarget = (sql: Sql, { slotId }: Given, projectId: string): Promise<Target | null> =>
  ofReview(
    slotId,
    (id) => sql`
      select team_id, released_at is not null as released from review_slot where id = ${id} and project_id = ${projectId}`,
  );

/** A finding. */
export const findingTarget = (sql: Sql, { id: of }: Given, projectId: string): Promise<Target | null> =>
  ofReview(
    of,
    (id) => sql`
      select f.team_id, s.released_at is not null as released from review_finding f join review_slot s on s.id = f.slot_id
      where f.id = ${id} and f.project_id = ${projectId} and f.withdrawn_at is null`,
  );

/** A decision, or a question that stayed open. */
export const noteTarget = (sql: Sql, { id: of }: Given, projectId: string): Promise<Target | null> =>
  ofReview(
    of,
    (id) => sql`
      select n.team_id, s.released_at is not null as released from review_note n join review_slot s on s.id = n.slot_id
      where n.id = ${id} and n.project_id = ${projectId} and n.withdrawn_at is null`,
  );

/** What a peer suggested. */
export const peerReviewTarget = (sql: Sql, { id: of }: Given, projectId: string): Promise<Target | null> =>
  ofReview(
    of,
    (id) => sql`
      select p.team_id, r.peers_released_at is not null as released from peer_review p
      join review_slot s on s.id = p.slot_id join review r on r.id = s.review_id where p.id = ${id} and p.project_id = ${projectId}`,
  );

/** A team's part that peers are asked about: by the team named for it, or by the whole section. */
export async function peerTarget(
  sql: Sql,
  { slotId }: Given,
  projectId: string,
  seat: { teamId: string | null },
): Promise<Target | null> {
  if (!isId(slotId)) return null;
  const [row] = await sql<{ teamId: string; sectionId: string; asked: boolean | null }[]>`
    select s.team_id, r.section_id, r.peers = 'everybody' or (r.peers = 'assigned' and s.peer_id = ${seat.teamId}) as asked
    from review_slot s join review r on r.id = s.review_id where s.id = ${slotId} and s.project_id = ${projectId}`;
  return row ? { teamId: row.teamId, sectionId: row.sectionId, released: row.asked === true } : null;
}

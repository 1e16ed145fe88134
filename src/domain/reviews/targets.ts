import type { Sql } from '@/db/connection';
import { isId, type Target } from '@/server/access';

/** Whose part of a review it is, and whether what was found in it is released; null when there is none in the project. */
export async function slotTarget(
  sql: Sql,
  { slotId }: Record<string, unknown>,
  projectId: string,
): Promise<Target | null> {
  if (!isId(slotId)) return null;
  const [row] = await sql<{ teamId: string; released: boolean }[]>`
    select team_id, released_at is not null as released from review_slot where id = ${slotId} and project_id = ${projectId}`;
  return row ?? null;
}

/** Whose finding it is; null when there is none in the project. */
export async function findingTarget(
  sql: Sql,
  { id }: Record<string, unknown>,
  projectId: string,
): Promise<Target | null> {
  if (!isId(id)) return null;
  const [row] = await sql<{ teamId: string; released: boolean }[]>`
    select f.team_id, s.released_at is not null as released from review_finding f join review_slot s on s.id = f.slot_id
    where f.id = ${id} and f.project_id = ${projectId} and f.withdrawn_at is null`;
  return row ?? null;
}

/** A team's part that peers are asked about: by the team named for it, or by the whole section. */
export async function peerTarget(
  sql: Sql,
  { slotId }: Record<string, unknown>,
  projectId: string,
  seat: { teamId: string | null },
): Promise<Target | null> {
  if (!isId(slotId)) return null;
  const [row] = await sql<{ teamId: string; sectionId: string; asked: boolean }[]>`
    select s.team_id, r.section_id, r.peers = 'everybody' or (r.peers = 'assigned' and s.peer_id = ${seat.teamId}) as asked
    from review_slot s join review r on r.id = s.review_id where s.id = ${slotId} and s.project_id = ${projectId}`;
  return row ? { teamId: row.teamId, sectionId: row.sectionId, released: row.asked === true } : null;
}

/** Whose product a peer's suggestion is about; null when there is none, or it is not released to the team. */
export async function peerReviewTarget(
  sql: Sql,
  { id }: Record<string, unknown>,
  projectId: string,
): Promise<Target | null> {
  if (!isId(id)) return null;
  const [row] = await sql<{ teamId: string; released: boolean }[]>`
    select p.team_id, r.peers_released_at is not null as released from peer_review p
    join review_slot s on s.id = p.slot_id join review r on r.id = s.review_id where p.id = ${id} and p.project_id = ${projectId}`;
  return row ?? null;
}

/** Whose review a decision or an open question is of; null when there is none in the project. */
export async function noteTarget(sql: Sql, { id }: Record<string, unknown>, projectId: string): Promise<Target | null> {
  if (!isId(id)) return null;
  const [row] = await sql<{ teamId: string; released: boolean }[]>`
    select n.team_id, s.released_at is not null as released from review_note n join review_slot s on s.id = n.slot_id
    where n.id = ${id} and n.project_id = ${projectId} and n.withdrawn_at is null`;
  return row ?? null;
}

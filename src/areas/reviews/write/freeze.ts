import { atOneMoment, json, type Tx } from '@/db/connection';
import { gatherPacket } from '@/areas/reviews/read/gatherPacket';
import type { Packet } from '@/areas/reviews/read/packet';
import { listReviews, runningOrder, slotIn } from '@/areas/reviews/read/reviews';
import { listSections } from '@/areas/course';
import type { Seat } from '@/server/access';
import { projectNow } from '@/server/clock';
import { FieldError } from '@/server/outcome';
import { momentOf, type Work } from '@/server/perform';

/**
 * A packet as it is at one moment, whatever is entered while it is put together: it is gathered by a transaction of its own that
 * sees nothing of later writes, before the one that keeps it.
 */
export async function gatherNow(
  seat: Seat,
  slotId: string,
  unless?: (packets: number) => boolean,
): Promise<Packet | null> {
  const { project } = seat;
  return atOneMoment(async (tx) => {
    const found = slotIn(await listReviews(tx, project.id), slotId);
    if (!found) throw new FieldError('', 'This team is not part of the review any more.');
    if (unless?.(found.slot.packets)) return null;
    const section = (await listSections(tx, project.id)).find(({ id }) => id === found.review.sectionId);
    const at = runningOrder(found.review, section).at.get(slotId);
    const on = at ? { date: at.date, start: at.start } : null;
    return gatherPacket(tx, { project, now: projectNow(project), ...found, on });
  });
}

/** Keeps a packet under the next number of the team's part. */
export async function keepPacket(work: Work, slotId: string, content: Packet): Promise<number> {
  const { tx, projectId, seat } = work;
  const { endedAt } = await lockSlot(tx, projectId, slotId);
  if (endedAt) throw new FieldError('', 'This review is over, so its packet stays as it was shown.');
  const [row] = await tx<[{ number: number }]>`
    insert into packet (project_id, slot_id, team_id, number, content, frozen_at, frozen_by)
    select ${projectId}, s.id, s.team_id, coalesce((select max(p.number) from packet p where p.slot_id = s.id), 0) + 1, ${json(tx, content)},
      ${momentOf(work)}, ${seat.actor.name}
    from review_slot s where s.id = ${slotId} and s.project_id = ${projectId} returning number`;
  return row.number;
}

/** Nobody else writes to a team's part until the transaction ends. */
export async function lockSlot(tx: Tx, projectId: string, slotId: string) {
  const [slot] = await tx<{ teamId: string; begunAt: Date | null; endedAt: Date | null; version: number }[]>`
    select team_id, begun_at, ended_at, version from review_slot where id = ${slotId} and project_id = ${projectId} for update`;
  if (!slot) throw new FieldError('', 'This team is not part of the review any more.');
  return slot;
}

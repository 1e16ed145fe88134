import { allowed } from '@/server/access';
import { listPackets, gatherPacket, packetBefore, type Review, type Slot } from '@/areas/reviews';
import { listStudents, type Team } from '@/areas/course';
import { shortName } from '@/core/format';
import type { Sql } from '@/db/connection';
import type { Frame } from '@/shell/frame';

/** What the page “Packet” shows. */
export async function readPacketPage(
  sql: Sql,
  frame: Frame,
  {
    review,
    slot,
    team,
    at,
    wanted,
  }: {
    review: Review;
    slot: Slot;
    team: Team;
    at: { date: string; start: string; panel: number } | null;
    wanted: string | string[] | undefined;
  },
) {
  const { seat } = frame;
  const { project } = seat;
  const writes = allowed(seat, 'packet.write', { teamId: team.id });
  const [packets, students] = await Promise.all([listPackets(sql, project.id, team.id), listStudents(sql, project.id)]);
  const own = packets.filter((one) => one.slotId === slot.id);
  const live = wanted === 'now' || own.length === 0;
  const frozen = live ? null : (own.find((one) => String(one.number) === wanted) ?? own.at(-1)!);
  const on = at && { date: at.date, start: at.start };
  const packet = frozen?.content ?? (await gatherPacket(sql, { project, now: frame.now, review, slot, on }));
  const before = packetBefore(packets, slot.id, frozen?.frozenAt ?? null);
  const moved = frozen && on && frozen.content.on && frozen.content.on.date !== on.date;
  const names = new Map(students.map(({ accountId, name }) => [accountId, shortName(name)]));
  const place = { projectId: project.id, slotId: slot.id };
  return { writes, own, live, frozen, on, packet, before, moved, names, place };
}

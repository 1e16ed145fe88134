import { listPackets, gatherPacket, listWishes, listUseReports, type Review, type Slot } from '@/areas/reviews';
import { allowed } from '@/server/access';
import type { Sql } from '@/db/connection';
import type { Frame } from '@/shell/frame';
import type { Team } from '@/areas/course';

/** What the page “Handover” shows. */
export async function readHandoverPage(
  sql: Sql,
  frame: Frame,
  {
    review,
    slot,
    team,
    at,
  }: { review: Review; slot: Slot; team: Team; at: { date: string; start: string; panel: number } | null },
) {
  const { seat } = frame;
  const { project } = seat;
  const packets = await listPackets(sql, project.id, team.id);
  const on = at && { date: at.date, start: at.start };
  const packet =
    packets.findLast((one) => one.slotId === slot.id)?.content ??
    (await gatherPacket(sql, { project, now: frame.now, review, slot, on }));
  const [wishes, reports] = await Promise.all([
    listWishes(sql, project.id, team.id, packet),
    listUseReports(sql, project.id),
  ]);
  const writes = allowed(seat, 'outcome.write', { teamId: team.id });
  const own = reports.filter((one) => one.slotId === slot.id);
  const said = wishes.filter(({ outcome }) => outcome);
  const met = said.filter(({ outcome }) => outcome!.state === 'met').length;
  const conforms = packet.requirements.filter(({ verdict }) => verdict === 'conforms').length;
  return { packet, wishes, writes, own, said, met, conforms };
}

import {
  listReviews,
  listFindings,
  listNotes,
  listReviewActions,
  runningOrder,
  standingOnly,
} from '@/areas/reviews/read/reviews';
import { listPacketsOf, packetInShort, aboutsIn } from '@/areas/reviews/read/packet';
import { listStudents, hrefIn, meetingsOf, type Place } from '@/areas/course';
import { listGates } from '@/areas/plan';
import { notFound } from 'next/navigation';
import { momentOfEntry } from '@/server/clock';
import { stateOf } from '@/areas/reviews/shared/words';
import { alikeFindings } from '@/core/reviews';
import { weekday, shortName } from '@/core/format';
import { endOf } from '@/core/calendar';
import type { Sql } from '@/db/connection';

/** What the page “Room” shows. */
export async function readRoomPage(
  sql: Sql,
  frame: Place,
  { id, wanted }: { id: string; wanted: string | string[] | undefined },
) {
  const { seat } = frame;
  const { project } = seat;
  const [reviews, packets, findings, notes, actions, students, gates] = await Promise.all([
    listReviews(sql, project.id),
    listPacketsOf(sql, project.id, id),
    listFindings(sql, project.id),
    listNotes(sql, project.id),
    listReviewActions(sql, project.id),
    listStudents(sql, project.id),
    listGates(sql, project.id),
  ]);
  const review = reviews.find((one) => one.id === id);
  if (!review) notFound();
  const section = frame.sections.find((one) => one.id === review.sectionId);
  const order = runningOrder(review, section);
  const now = momentOfEntry(project, frame.now, 0).getTime();
  const standing = standingOnly(findings);
  const teams = review.slots.flatMap((slot) => {
    const team = frame.teams.find((one) => one.id === slot.teamId);
    if (!team) return [];
    const at = order.at.get(slot.id);
    const packet = packets.find((one) => one.slotId === slot.id)?.content ?? null;
    const state = stateOf(slot);
    const own = standing.filter((one) => one.slotId === slot.id);
    const [pair] = alikeFindings(own);
    return [
      {
        slotId: slot.id,
        name: team.name,
        at: at ? `${weekday(at.date)} ${at.start}` : '',
        today: at?.date === frame.today,
        state,
        elapsed: state === 'on' ? now - Date.parse(slot.begunAt!) : null,
        verdict: slot.verdict,
        reason: slot.reason,
        released: slot.released,
        version: slot.version,
        packetHref: hrefIn(frame, `reviews/${id}/${slot.id}`),
        packet: packet ? `Packet: ${packetInShort(packet)}` : 'Packet, frozen at the start',
        readiness: packet?.readiness.says ?? '',
        abouts: packet ? aboutsIn(packet) : [],
        members: students
          .filter((one) => one.teamId === team.id)
          .map(({ accountId, name }) => [accountId, shortName(name)] as const),
        findings: own.map(({ id: finding, slotId, kind, text, about, aboutGone, authorId, author, also, version }) => ({
          ...{ id: finding, slotId, kind, text, about, aboutGone, authorId, author, also, version },
        })),
        alike: pair ? [pair.a, pair.b] : [],
        notes: notes.filter((one) => one.slotId === slot.id),
        actions: actions.filter((one) => one.slotId === slot.id),
      },
    ];
  });
  const first =
    teams.find((one) => one.slotId === wanted) ??
    teams.find((one) => one.state === 'on') ??
    teams.find((one) => one.state === 'planned' && one.today) ??
    teams.find((one) => one.state === 'planned') ??
    teams[0];
  const meetings = (section ? meetingsOf(section) : [])
    .filter((one) => endOf(one) > frame.now)
    .map(({ date }) => [date, weekday(date)] as const);
  return { gates, review, section, teams, first, meetings };
}

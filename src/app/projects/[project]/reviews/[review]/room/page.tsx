import { notFound } from 'next/navigation';
import { alikeFindings, fitAgenda } from '@/core/reviews';
import { allowed } from '@/server/access';
import { momentOfEntry } from '@/server/clock';
import { openSheet, ProjectFrame, reviewViews, type SheetProps } from '@/shell/frame';
import { hrefIn, listStudents, meetingsOf } from '@/areas/course';
import { Room } from '@/areas/reviews/ui/Room';
import { stateOf } from '@/areas/reviews/ui/words';
import { endOf } from '@/core/calendar';
import { listGates } from '@/areas/plan';
import {
  aboutsIn,
  listPacketsOf,
  packetInShort,
  listFindings,
  listNotes,
  listReviewActions,
  listReviews,
  runningOrder,
  standingOnly,
} from '@/areas/reviews';
import { plural, shortName, weekday } from '@/core/format';
import { Nothing } from '@/ui/sheet/Sheet';
import { pool } from '@/db/connection';

export default async function RoomPage(props: SheetProps<{ review: string }>) {
  const frame = await openSheet('/projects/[project]/reviews/[review]/room', props);
  const { seat } = frame;
  const { project, actor, role } = seat;
  const { review: id } = await props.params;
  const [reviews, packets, findings, notes, actions, students, gates] = await Promise.all([
    listReviews(pool(), project.id),
    listPacketsOf(pool(), project.id, id),
    listFindings(pool(), project.id),
    listNotes(pool(), project.id),
    listReviewActions(pool(), project.id),
    listStudents(pool(), project.id),
    listGates(pool(), project.id),
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
  const wanted = (await props.searchParams).slot;
  const first =
    teams.find((one) => one.slotId === wanted) ??
    teams.find((one) => one.state === 'on') ??
    teams.find((one) => one.state === 'planned' && one.today) ??
    teams.find((one) => one.state === 'planned') ??
    teams[0];
  const meetings = (section ? meetingsOf(section) : [])
    .filter((one) => endOf(one) > frame.now)
    .map(({ date }) => [date, weekday(date)] as const);
  return (
    <ProjectFrame
      shows={['gates', 'plan', 'reviews']}
      frame={frame}
      sheet="reviews"
      name="Reviews"
      view="reviews"
      views={reviewViews(role)}
      title={`Room: ${review.name}`}
      byTeam={false}
      about={`section ${section?.name ?? ''} · ${plural(review.slots.length, 'team')}, ${review.minutes} min each`}
    >
      {first ? (
        <Room
          projectId={project.id}
          agenda={fitAgenda(review.kind.agenda, Math.max(review.minutes, review.kind.agenda.length))}
          checklist={review.kind.checklist}
          teams={teams}
          meetings={[...new Map(meetings)]}
          gates={gates
            .filter(({ items }) => items.some((item) => item.review?.id === review.kindId))
            .map(({ name }) => name)}
          me={actor.id}
          judges={allowed(seat, 'review.judge')}
          first={first.slotId}
          here={hrefIn(frame, `reviews/${id}/room`)}
        />
      ) : (
        <Nothing>No team takes part in this review yet.</Nothing>
      )}
    </ProjectFrame>
  );
}

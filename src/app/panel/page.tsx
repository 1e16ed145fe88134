import { GuestSlot } from '@/areas/reviews/ui/GuestSlot';
import { GuestUse } from '@/areas/reviews/ui/GuestUse';
import { listMembers, listSections, listTeams } from '@/areas/course';
import {
  listOpinions,
  listUseReports,
  reviewsOfGuest,
  aboutsIn,
  forGuests,
  listPacketsOf,
  listFindings,
  listReviews,
  runningOrder,
  listWishes,
  daysWords,
} from '@/areas/reviews';
import { allowed, enterByLink } from '@/server/access';
import { ownerId } from '@/server/actor';
import { projectNow } from '@/server/clock';
import { weekday } from '@/core/format';
import { Entering } from '@/ui/outbox/Entering';
import { FieldPages } from '@/ui/outbox/FieldPages';
import { Plain } from '@/ui/sheet/Plain';
import { pool } from '@/db/connection';

interface Props {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}

/** The panel by a link, on a phone: one team after another with its packet, what the guest finds and thinks. No student is named. */
export default async function PanelPage({ searchParams }: Props) {
  const seat = await enterByLink('panel.page');
  const { project, actor } = seat;
  const wanted = (await searchParams).team;
  const [all, sections, teams, reports] = await Promise.all([
    listReviews(pool(), project.id),
    listSections(pool(), project.id),
    listTeams(pool(), project.id),
    listUseReports(pool(), project.id),
  ]);
  const reviews = reviewsOfGuest(seat, all);
  const now = projectNow(project);
  const today = now.slice(0, 10);
  const client = allowed(seat, 'client.judge');
  const chosen = reviews.flatMap((review) =>
    review.slots.filter(({ id }) => id === wanted).map((slot) => ({ review, slot })),
  )[0];
  const here = chosen ? `/panel?team=${chosen.slot.id}` : '/panel';
  const nameOf = (id: string) => teams.find((one) => one.id === id)?.name ?? 'A team';
  const enterers = [{ id: ownerId(actor), name: actor.name }];
  if (chosen) {
    const { review, slot } = chosen;
    const [packets, findings, opinions, members] = await Promise.all([
      listPacketsOf(pool(), project.id, review.id),
      listFindings(pool(), project.id),
      listOpinions(pool(), project.id),
      listMembers(pool(), project.id),
    ]);
    // Also who has left since may be named in what a team wrote.
    const names = members.map(({ name }) => name);
    const shown = packets.find((one) => one.slotId === slot.id)?.content;
    const packet = shown ? forGuests(shown, names) : null;
    const wishes =
      client && review.kind.purpose === 'unveiling'
        ? forGuests(await listWishes(pool(), project.id, slot.teamId, packet), names)
        : [];
    return (
      <Plain
        title={nameOf(slot.teamId)}
        tab={`${nameOf(slot.teamId)} · ${review.name}`}
        about={
          <a href="/panel" className="underline">
            ← {review.name}, all teams
          </a>
        }
        wide
      >
        <Entering people={enterers}>
          <GuestSlot
            projectId={project.id}
            slotId={slot.id}
            team={nameOf(slot.teamId)}
            here={here}
            packet={packet}
            abouts={packet ? aboutsIn(packet) : []}
            own={findings.filter((one) => one.slotId === slot.id && one.authorId === null && one.author === actor.name)}
            opinion={opinions.find((one) => one.slotId === slot.id && one.by === actor.name) ?? null}
            wishes={wishes}
          />
        </Entering>
        <FieldPages pages={['/panel', ...review.slots.map(({ id }) => `/panel?team=${id}`)]} />
      </Plain>
    );
  }
  return (
    <Plain title={project.title} tab={`Panel · ${project.title}`} about={`For ${actor.name}.`} wide>
      {reviews.length === 0 && <p>There is no review for you at present. The class tells you when there is.</p>}
      {reviews.map((review) => {
        const order = runningOrder(
          review,
          sections.find(({ id }) => id === review.sectionId),
        );
        const asks = client && review.asksAgainOn !== null && review.asksAgainOn <= today;
        return (
          <section key={review.id} className="mb-6" aria-label={review.name}>
            <h2 className="mb-1">
              {review.name} <span className="font-normal faint">{daysWords(review.meetings)}</span>
            </h2>
            {asks && (
              <Entering people={enterers}>
                <GuestUse
                  projectId={project.id}
                  slots={review.slots
                    .filter(({ endedAt }) => endedAt !== null)
                    .map((slot) => ({
                      id: slot.id,
                      team: nameOf(slot.teamId),
                      said: reports.filter(({ slotId }) => slotId === slot.id),
                    }))}
                  here={here}
                />
              </Entering>
            )}
            <ul>
              {review.slots.map((slot) => {
                const at = order.at.get(slot.id);
                return (
                  <li key={slot.id} className="border-b border-hair">
                    <a href={`/panel?team=${slot.id}`} className="flex flex-wrap gap-x-4 items-baseline py-2.5">
                      <span className="faint w-44">{at ? `${weekday(at.date)} ${at.start}` : 'no time yet'}</span>
                      <b className="underline">{nameOf(slot.teamId)}</b>
                      {slot.begunAt && !slot.endedAt && <b className="text-iron">on now</b>}
                    </a>
                  </li>
                );
              })}
            </ul>
          </section>
        );
      })}
      <FieldPages pages={['/panel']} />
    </Plain>
  );
}

import type { Sql } from '@/db/connection';
import { day, plural, weekday, withQuery } from '@/core/format';
import { listSections, type Section } from '@/domain/classes/read';
import { todayPart, type Asked, type TodayItem } from '@/domain/today/part';
import { meetingsSince } from './classFindings';
import { listUseReports } from './guests';
import {
  isOpen,
  listFindings,
  listReviewActions,
  listReviews,
  runningOrder,
  standingOnly,
  type Finding,
  type Review,
  type ReviewAction,
} from './read';

async function load(sql: Sql, { projectId }: Asked) {
  const [reviews, findings, actions, sections, reports] = await Promise.all([
    listReviews(sql, projectId),
    listFindings(sql, projectId),
    listReviewActions(sql, projectId),
    listSections(sql, projectId),
    listUseReports(sql, projectId),
  ]);
  return { reviews, findings, actions, sections, reports };
}
type Given = Asked & Awaited<ReturnType<typeof load>>;

/** Reviews of today and of the next days, findings that wait to be mended, actions that are due, what the client was not asked. */
export const reviewItems = (given: Given): TodayItem[] => [
  ...given.reviews.flatMap((review) => turns(review, given)),
  ...given.teams.flatMap((team) => findingItems(team.id, given)),
  ...given.teams.flatMap((team) => actionItems(team.id, given)),
  ...(given.leads ? given.reviews.flatMap((review) => askAgain(review, given)) : []),
];

/** How many days ahead a team hears of its turn. */
const AHEAD = 7;

function turns(review: Review, { sections, teams, leads, today, href }: Given): TodayItem[] {
  const section = sections.find(({ id }) => id === review.sectionId);
  const order = runningOrder(review, section);
  const shown = review.slots.filter(({ teamId, endedAt }) => endedAt === null && teams.some(({ id }) => id === teamId));
  if (shown.length === 0) return [];
  const lost =
    leads && (order.left.length > 0 || order.cancelled.length > 0)
      ? [
          {
            teamId: null,
            urgency: 66,
            tone: 'brick' as const,
            headline: `${review.name} does not fit`,
            detail: `${plural(order.left.length, 'team has', 'teams have')} no time${order.cancelled.length > 0 ? '; a meeting it was planned in is cancelled' : ''}`,
            href: href(`reviews/${review.id}`),
            label: 'Plan',
          },
        ]
      : [];
  const on = shown.map((slot) => ({ slot, at: order.at.get(slot.id) }));
  const now = on.filter(({ at }) => at?.date === today);
  const room = href(`reviews/${review.id}/room`);
  if (leads)
    return now.length === 0
      ? lost
      : [
          ...lost,
          {
            teamId: null,
            urgency: 88,
            tone: 'iron' as const,
            headline: `${review.name} today`,
            detail: `${plural(now.length, 'team')}, the first at ${now.map(({ at }) => at!.start).sort()[0]}`,
            href: room,
            label: 'Review room',
          },
        ];
  const days = (date: string) => (Date.parse(date) - Date.parse(today)) / 86_400_000;
  return on.flatMap(({ slot, at }) =>
    at && days(at.date) >= 0 && days(at.date) <= AHEAD
      ? [
          {
            teamId: slot.teamId,
            urgency: at.date === today ? 86 : 52,
            tone: at.date === today ? ('iron' as const) : ('ochre' as const),
            headline: `${review.name} ${at.date === today ? `today at ${at.start}` : `on ${weekday(at.date)} at ${at.start}`}`,
            detail: slot.packets > 0 ? 'your packet is frozen' : 'answer its questions, then freeze your packet',
            href: href(`reviews/${review.id}/${slot.id}`),
            label: 'Packet',
          },
        ]
      : [],
  );
}

function findingItems(teamId: string, { findings, sections, teams, leads, today, href }: Given): TodayItem[] {
  const open = standingOnly(findings).filter(
    (one) => one.teamId === teamId && isOpen(one) && one.kind === 'must' && (leads || one.released),
  );
  if (open.length === 0) return [];
  const section = sections.find(({ id }) => id === teams.find((team) => team.id === teamId)!.sectionId);
  const age = Math.max(...open.map((one) => ageOf(one, section, today)));
  return [
    {
      teamId,
      urgency: age >= 3 ? 74 : age >= 1 ? 56 : 40,
      tone: age >= 3 ? 'brick' : 'ochre',
      headline: `${plural(open.length, 'finding')} to mend`,
      detail: `${open[0]!.text}${open.length > 1 ? `, and ${open.length - 1} more` : ''}; ${age === 0 ? 'found since the last meeting' : `open for ${plural(age, 'meeting')}`}`,
      href: withQuery(href('reviews/findings'), { team: teamId }),
      label: 'Findings',
    },
  ];
}
const ageOf = ({ madeOn }: Finding, section: Section | undefined, today: string) =>
  meetingsSince(section, madeOn, today);

function actionItems(teamId: string, { actions, today, href }: Given): TodayItem[] {
  const due = actions.filter(
    (one): one is ReviewAction & { dueOn: string } =>
      one.teamId === teamId && !one.condition && !one.done && one.dueOn !== null && one.dueOn <= today,
  );
  if (due.length === 0) return [];
  const late = due.some(({ dueOn }) => dueOn < today);
  return [
    {
      teamId,
      urgency: late ? 73 : 64,
      tone: late ? 'brick' : 'ochre',
      headline: `${plural(due.length, 'action')} of a review ${late ? 'overdue' : 'due today'}`,
      detail: due.map(({ what, dueOn }) => `${what}, by ${weekday(dueOn)}`).join('; '),
      href: withQuery(href('reviews/findings'), { team: teamId }),
      label: 'Actions',
    },
  ];
}

function askAgain(review: Review, { reports, teams, today, href }: Given): TodayItem[] {
  const { asksAgainOn, slots, name } = review;
  if (asksAgainOn === null || asksAgainOn > today) return [];
  const unheard = slots.filter(
    ({ id, teamId, endedAt }) =>
      endedAt !== null && teams.some((team) => team.id === teamId) && !reports.some(({ slotId }) => slotId === id),
  );
  if (unheard.length === 0) return [];
  return [
    {
      teamId: null,
      urgency: 42,
      tone: 'ochre',
      headline: 'The client hasn’t said how it holds',
      detail: `${name}: asked since ${day(asksAgainOn)} on the client’s link, ${plural(unheard.length, 'product')} unanswered`,
      href: href(`reviews/${review.id}`),
      label: 'Link',
    },
  ];
}

export const reviewsToday = todayPart('reviews', load, reviewItems);

import type { Sql } from '@/db/connection';
import { day, plural, weekday, withQuery } from '@/core/format';
import { listSections, type Section } from '@/areas/course';
import { todayPart, type Asked, type TodayItem } from '@/areas/area';
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
  type Slot,
} from './reviews';

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
  const on = shown.map((slot) => ({ slot, at: order.at.get(slot.id) }));
  if (leads) return forClass(review, on, { today, href });
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

/** What whoever leads hears of a review: that it is today, that teams have no time, or that some were not heard. */
function forClass(
  { id, name }: Review,
  on: readonly { slot: Slot; at: { date: string; start: string } | undefined }[],
  { today, href }: Pick<Given, 'today' | 'href'>,
): TodayItem[] {
  const line = { teamId: null, tone: 'brick' as const, href: href(`reviews/${id}`), label: 'Plan' };
  const now = on.flatMap(({ at }) => (at?.date === today ? [at.start] : [])).sort();
  const left = on.filter(({ at }) => !at).length;
  const missed = on.filter(({ slot, at }) => at && at.date < today && slot.begunAt === null).length;
  return [
    ...(now.length > 0
      ? [
          {
            ...line,
            urgency: 88,
            tone: 'iron' as const,
            headline: `${name} today`,
            detail: `${plural(now.length, 'team')}, the first at ${now[0]}`,
            href: href(`reviews/${id}/room`),
            label: 'Review room',
          },
        ]
      : []),
    ...(left > 0
      ? [
          {
            ...line,
            urgency: 66,
            headline: `${name} does not fit`,
            detail: `${plural(left, 'team has', 'teams have')} no time in its class meetings`,
          },
        ]
      : []),
    ...(missed > 0
      ? [
          {
            ...line,
            urgency: 58,
            tone: 'ochre' as const,
            headline: `${name}: ${plural(missed, 'team')} not heard yet`,
            detail: 'their time has passed; move the review, or start them in the room',
          },
        ]
      : []),
  ];
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
      one.teamId === teamId && !one.done && one.dueOn !== null && one.dueOn <= today,
  );
  if (due.length === 0) return [];
  const late = due.some(({ dueOn }) => dueOn < today);
  return [
    {
      teamId,
      urgency: late ? 73 : 64,
      tone: late ? 'brick' : 'ochre',
      headline: `${plural(due.length, due.every(({ condition }) => condition) ? 'condition' : 'action')} of a review ${late ? 'overdue' : 'due today'}`,
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

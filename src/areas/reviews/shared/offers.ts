import { USUAL_KINDS } from '@/core/reviews';
import { endOf } from '@/core/calendar';
import { weekday } from '@/core/format';
import { type Place, meetingsOf } from '@/areas/course';
import { meetingKey, type Stage } from '@/areas/plan';
import type { Review, ReviewKind } from '@/areas/reviews/read/reviews';
import type { Options } from '@/ui/forms/fields';

/** How far ahead meetings are offered. */
const AHEAD = 24;

/** What the form of a review offers, for the section that is looked at. */
export function offersOf(place: Place, kinds: readonly ReviewKind[], stages: readonly Stage[], review: Review | null) {
  const section = place.sections.find(({ id }) => id === (review?.sectionId ?? place.clock?.id)) ?? null;
  const there = section ? meetingsOf(section) : [];
  const chosen = review?.meetings ?? [];
  const shown = there.filter((one) => endOf(one) > place.now || chosen.includes(meetingKey(one))).slice(0, AHEAD);
  const own = kinds.map(({ id, name }) => [id, name] as const);
  const names = new Set(kinds.map(({ name }) => name.toLowerCase()));
  const usual = USUAL_KINDS.filter(({ name }) => !names.has(name.toLowerCase())).map(
    ({ name }) => [name, name] as const,
  );
  const lost = chosen.filter((key) => !there.some((one) => meetingKey(one) === key));
  return {
    kinds: [...own, ...usual] as Options,
    sectionId: section?.id ?? '',
    sectionName: section?.name ?? '',
    meetings: [
      ...lost.map((key) => [key, `${weekday(key.slice(0, 10))}: cancelled`] as const),
      ...shown.map((one) => [meetingKey(one), `${weekday(one.date)} ${one.start}, ${one.minutes} min`] as const),
    ] as Options,
    lengths: Object.fromEntries(shown.map((one) => [meetingKey(one), one.minutes])),
    stages: stages.filter(({ leftOut }) => !leftOut).map(({ id, name }) => [id, name] as const) as Options,
    teams: place.teams
      .filter((team) => team.sectionId === section?.id)
      .map(({ id, name }) => [id, name] as const) as Options,
  };
}
export type Offers = ReturnType<typeof offersOf>;

/** A review to start from: all teams of the section over its next meetings. */
export function newReview(place: Place, { teams, meetings, kinds, sectionId }: Offers) {
  const ahead = meetings.map(([key]) => key).slice(0, 2);
  return {
    name: '',
    kind: kinds.find(([, name]) => name === 'Mid-project review')?.[0] ?? kinds[0]?.[0] ?? '',
    sectionId,
    stageId: '',
    meetings: ahead,
    minutes: '8',
    changeover: '2',
    opening: '5',
    panels: '1',
    ordered: 'given',
    peers: 'assigned',
    clientSits: false,
    asksAgainOn: '',
    teams: teams.map(([id]) => ({ id })),
  };
}

import type { Contest } from '@/areas/event/read/contests';

/** A stored contest as its form shows it. */
export function contestForm(row: Record<string, unknown>): Record<string, unknown> {
  const text = (value: unknown) => (value === null || value === undefined ? '' : String(value as number));
  const { thirdPlace, reset, draws, confirmed, name, format, seeding, day, start, cautions } =
    row as unknown as Contest;
  return {
    ...{ name, format, seeding, day, start, cautions, thirdPlace, reset, draws, confirmed },
    sectionId: row.sectionId ?? '',
    eventId: row.eventId ?? '',
    position: text(row.position),
    takes: text(row.takes),
    legs: text(row.legs),
    rounds: text(row.rounds),
    rings: text(row.rings),
    minutesPerMatch: text(row.minutesPerMatch),
    changeover: text(row.changeover),
    restMinutes: text(row.restMinutes),
    minutes: text(row.minutes),
    protestMinutes: text(row.protestMinutes),
    teams: (row.teams as string[]).map((id) => ({ id })),
    ties: (row.ties as string[]).map((rule) => ({ rule })),
  };
}

/** A contest to start from, on the day of the event. */
export const newContest = (day: string, position: number) => ({
  name: '',
  position: String(position),
  format: 'knockout',
  sectionId: '',
  eventId: '',
  seeding: 'given',
  takes: '',
  teams: [],
  thirdPlace: true,
  reset: true,
  legs: '1',
  rounds: '',
  draws: false,
  ties: [],
  rings: '1',
  minutesPerMatch: '3',
  changeover: '1',
  restMinutes: '2',
  day,
  start: '10:00',
  minutes: '60',
  confirmed: false,
  protestMinutes: '10',
  cautions: '',
});

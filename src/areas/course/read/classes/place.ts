import { endOf } from '@/core/calendar';
import type { Seat } from '@/server/access';
import { meetingsOf, type Section, type Team } from '@/areas/course/read/classes';

/** What an address asks for, by the names of its parameters. */
export type Search = Record<string, string | string[] | undefined>;

/** Where somebody stands in a project: who they are, what time it is there, and what they have chosen to look at. */
export interface Place {
  seat: Seat;
  /** Local time of the project, possibly pinned. */
  now: string;
  today: string;
  sections: Section[];
  teams: Team[];
  /** The section and team chosen in the address; null: all of them. */
  section: Section | null;
  team: Team | null;
  /** The section whose meetings the line shows: the chosen one, else the one that meets next. */
  clock: Section | null;
}

/** An address in the project that keeps the choice of section and team. */
export function hrefIn(
  place: Place,
  sheet: string,
  change: { section?: string | null; team?: string | null } = {},
): string {
  const query = new URLSearchParams();
  const section = change.section === undefined ? (place.section?.id ?? null) : change.section;
  const team = change.team === undefined ? (place.team?.id ?? null) : change.team;
  if (section) query.set('section', section);
  if (team) query.set('team', team);
  const path = `/projects/${place.seat.project.id}${sheet ? `/${sheet}` : ''}`;
  return query.size ? `${path}?${query}` : path;
}

/** The section that meets now or next. */
export function meetsNext(sections: Section[], now: string): Section | null {
  const next = sections.flatMap((section) => {
    const meeting = meetingsOf(section).find((m) => endOf(m) > now);
    return meeting ? [{ section, at: `${meeting.date}T${meeting.start}` }] : [];
  });
  return next.sort((a, b) => (a.at < b.at ? -1 : 1))[0]?.section ?? sections[0] ?? null;
}

import type { Sql } from '@/db/connection';
import type { Seat } from '@/server/access';
import type { Team } from '@/areas/course';

/** One line on Today: what is the matter, and where it is dealt with. */
export interface TodayItem {
  /** The team it is about; null for the class. */
  teamId: string | null;
  /** Higher comes first. */
  urgency: number;
  tone: 'brick' | 'ochre' | 'moss' | 'ink' | 'iron';
  headline: string;
  detail: string;
  href: string;
  label: string;
  /** How the team stands: shown in any case, however much else there is. */
  always?: boolean;
}

/** Who looks at Today, when, and at which teams. */
export interface Asked {
  projectId: string;
  personId: string;
  /** Whether the person leads the project (some lines are theirs alone). */
  leads: boolean;
  /** The teams the sheet is narrowed to. */
  teams: Team[];
  today: string;
  /** Local time of the project. */
  now: string;
  /** The same as an instant. */
  at: Date;
  /** The day since when runs are looked at: that of the last meeting. */
  since: string;
  eventDate: string;
  /** Until when data is kept. */
  retentionUntil: string;
  href: (sheet: string) => string;
}

/** A subject's part of Today. */
export interface TodayPart {
  /** The sheet it belongs to: when the course does not use that, the part is not loaded. */
  sheet: string;
  lines: (sql: Sql, asked: Asked) => Promise<TodayItem[]>;
}

/** A part from what it reads, in a number of queries that does not depend on the size of the class, and what it makes of that. */
export function todayPart<D extends object>(
  sheet: string,
  load: (sql: Sql, asked: Asked) => Promise<D>,
  items: (given: Asked & D) => TodayItem[],
): TodayPart {
  return { sheet, lines: async (sql, asked) => items({ ...asked, ...(await load(sql, asked)) }) };
}

/** A subject's part of the search: a query of hits in a project whose text is like a pattern. */
export type Finder = (sql: Sql, seat: Seat, like: string) => ReturnType<Sql>;

/** What an area hands in to the shell. */
export interface Area {
  /** Its parts of Today; of lines equally urgent those of the first part come first. */
  today?: readonly TodayPart[];
  /** What the search finds that needs more than its own table. */
  find?: readonly Finder[];
}

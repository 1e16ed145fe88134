import { remembered } from '@/db/remember';
import type { Sql } from '@/db/connection';
import type { DeskEntry } from '@/core/desk';
import type { Format, TieRule } from '@/core/tournament';

export type ContestFormat = Format | 'lanes';
/** A contest between teams: how it is played, by whom, where and when. */
export interface Contest {
  id: string;
  name: string;
  position: number;
  format: ContestFormat;
  sectionId: string | null;
  /** For heats the event whose attempts they are; otherwise the one whose places seed. */
  eventId: string | null;
  seeding: 'given' | 'event' | 'drawn';
  takes: number | null;
  seed: string | null;
  /** Ids, best seed first: as frozen once it is opened, as listed before. */
  teams: string[];
  thirdPlace: boolean;
  reset: boolean;
  legs: 1 | 2;
  rounds: number | null;
  draws: boolean;
  ties: TieRule[];
  rings: number;
  minutesPerMatch: number;
  changeover: number;
  restMinutes: number;
  day: string;
  start: string;
  minutes: number;
  confirmed: boolean;
  protestMinutes: number;
  cautions: string;
  openedAt: Date | null;
  version: number;
}
/** An entry as it is stored: with its contest and its number in the order that counts. */
export interface StoredEntry extends DeskEntry {
  contestId: string;
  number: number;
  version: number;
}
export interface Protest {
  id: string;
  contestId: string;
  match: string;
  teamId: string;
  what: string;
  byName: string;
  madeAt: Date;
  ruling: string;
  upheld: boolean | null;
  ruledBy: string | null;
  ruledAt: Date | null;
  version: number;
}
export const listContests = remembered(async (sql: Sql, projectId: string): Promise<Contest[]> => {
  return sql<Contest[]>`
    select id, name, position, format, section_id, event_id, seeding, takes, seed, teams, third_place, reset, legs, rounds, draws, ties,
      rings, minutes_per_match, changeover, rest_minutes, day, start, minutes, confirmed, protest_minutes, cautions, opened_at, version
    from contest where project_id = ${projectId} order by day, position, start, name`;
});

/** What happened at the desks of all contests of a project, in the order that counts. */
export const listDeskEntries = remembered(async (sql: Sql, projectId: string): Promise<StoredEntry[]> => {
  return readEntries(sql, sql`project_id = ${projectId}`);
});

/** Those of one contest. */
export const entriesOf = (sql: Sql, contestId: string): Promise<StoredEntry[]> =>
  readEntries(sql, sql`contest_id = ${contestId}`);

async function readEntries(sql: Sql, where: ReturnType<Sql>): Promise<StoredEntry[]> {
  return sql<StoredEntry[]>`
    select id, contest_id, number, does, match, ring, a_id as a, b_id as b, team_id as team, drawn, scores, reason, state, remark, by_id as by,
      by_name, confirmed_by, to_jsonb(made_at) #>> '{}' as at, version
    from desk_entry where ${where} order by contest_id, number`;
}

export const listProtests = remembered(async (sql: Sql, projectId: string): Promise<Protest[]> => {
  return sql<Protest[]>`
    select id, contest_id, match, team_id, what, by_name, made_at, ruling, upheld, ruled_by, ruled_at, version
    from protest where project_id = ${projectId} order by made_at desc, id`;
});

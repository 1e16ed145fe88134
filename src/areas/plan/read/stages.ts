import { remembered } from '@/db/remember';
import { type Sql } from '@/db/connection';

/** How far a team is with a stage; without an entry it is open. */
export interface HandIn {
  teamId: string;
  state: 'open' | 'handed-in' | 'accepted' | 'returned';
  handedInOn: string | null;
  handedInBy: string | null;
  note: string;
  /** Meetings this team needs more than planned. */
  moreMeetings: number;
  version: number;
}
/** A stage of the plan. It takes whole meetings, or as many as cover its minutes. */
export interface Stage {
  id: string;
  position: number;
  name: string;
  meetings: number | null;
  minutes: number | null;
  /** The fewest meetings it can be done in. */
  shortest: number | null;
  /** Calendar days (delivery, curing, printing) between it and what follows. */
  leadDays: number;
  /** Meetings by which it starts later than it could. */
  delay: number;
  optional: boolean;
  leftOut: boolean;
  handsIn: string;
  /** What the program sees by itself, and how many of it: then the stage is handed in. */
  evidence: '' | 'runs' | 'concepts';
  evidenceCount: number;
  people: string;
  room: string;
  needs: string;
  cautions: string;
  version: number;
  /** What it comes after; by custom when it does not need the other's result. */
  after: { id: string; byCustom: boolean }[];
  handIns: HandIn[];
}

/** The plan of a project with what has been handed in, in one query. */
export const listStages = remembered(async (sql: Sql, projectId: string): Promise<Stage[]> => {
  const rows = await sql<(Omit<Stage, 'after' | 'handIns'> & { links: Link[]; entries: Entry[] })[]>`
    select s.id, s.position, s.name, s.meetings, s.minutes, s.shortest, s.lead_days, s.delay, s.optional, s.left_out, s.hands_in,
      s.evidence, s.evidence_count,
      s.people, s.room, s.needs, s.cautions, s.version,
      coalesce((select json_agg(json_build_array(l.after_id, l.by_custom) order by p.position, p.name)
        from stage_link l join stage p on p.id = l.after_id where l.stage_id = s.id), '[]') as links,
      coalesce((select json_agg(json_build_array(h.team_id, h.state, h.handed_in_on, h.handed_in_by, h.note, h.more_meetings, h.version)
        order by h.team_id) from hand_in h where h.stage_id = s.id), '[]') as entries
    from stage s where s.project_id = ${projectId} order by s.position, s.name`;
  return rows.map(({ links, entries, ...stage }) => ({
    ...stage,
    after: links.map(([id, byCustom]) => ({ id, byCustom })),
    handIns: entries.map(([teamId, state, handedInOn, handedInBy, note, moreMeetings, version]) => ({
      teamId,
      state,
      handedInOn,
      handedInBy,
      note,
      moreMeetings,
      version,
    })),
  }));
});

type Link = [id: string, byCustom: boolean];
type Entry = [
  teamId: string,
  state: HandIn['state'],
  handedInOn: string | null,
  handedInBy: string | null,
  note: string,
  moreMeetings: number,
  version: number,
];

/** Who is away from the project's meetings on a day. */
export const listAbsent = remembered(async (sql: Sql, projectId: string, day: string): Promise<string[]> => {
  const rows = await sql<{ accountId: string }[]>`
    select account_id from absence where project_id = ${projectId} and day = ${day}`;
  return rows.map((row) => row.accountId);
});

/** Who of a team is away on a day. */
export const listAway = remembered(
  async (sql: Sql, projectId: string, day: string): Promise<{ teamId: string; name: string }[]> => {
    return sql<{ teamId: string; name: string }[]>`
    select m.team_id, p.name from absence a join account p on p.id = a.account_id
    join team_member m on m.project_id = a.project_id and m.account_id = a.account_id
    where a.project_id = ${projectId} and a.day = ${day} order by p.name`;
  },
);

import { remembered } from '@/db/remember';
import { type Sql } from '@/db/connection';
import type { SessionSpan } from '@/areas/plan';

/** A session at a rig as it was planned, with what has happened. */
export interface TestSession extends SessionSpan {
  sectionId: string;
  eventId: string;
  eventName: string;
  protocolId: string;
  attempts: number;
  minutesPerAttempt: number;
  resetMinutes: number;
  restMinutes: number;
  stations: number;
  /** Whether the order is drawn, by which announced seed. */
  drawn: boolean;
  seed: string | null;
  /** Ids of the teams in the order that was frozen. */
  teams: string[];
  /** The planned start as an instant. */
  beginsAt: string;
  begunAt: string | null;
  endedAt: string | null;
  version: number;
  marks: SessionMark[];
  /** Runs of the event, and practice under its protocol, recorded since it began (or within a minute before, as clocks differ), in the order in which they took place. */
  recorded: [teamId: string, runAt: string][];
}
export interface SessionMark {
  id: string;
  teamId: string;
  attempt: number;
  startedAt: string | null;
  endedAt: string | null;
  skipped: boolean;
  heldFor: string;
  version: number;
}

/** The sessions of a project, the latest first, with the marks of their runs: one query. */
export const listSessions = remembered(async (sql: Sql, projectId: string): Promise<TestSession[]> => {
  return sql<TestSession[]>`
    select s.id, s.section_id, s.event_id, e.name as event_name, e.protocol_id, s.machine_id, s.day, s.start, s.minutes, s.attempts,
      s.minutes_per_attempt, s.reset_minutes, s.rest_minutes, s.stations, s.drawn, s.seed, s.teams,
      to_jsonb((s.day + s.start::time) at time zone p.time_zone) #>> '{}' as begins_at, to_jsonb(s.begun_at) #>> '{}' as begun_at, to_jsonb(s.ended_at) #>> '{}' as ended_at, s.version,
      coalesce((select jsonb_agg(jsonb_build_object('id', r.id, 'teamId', r.team_id, 'attempt', r.attempt, 'startedAt', r.started_at,
        'endedAt', r.ended_at, 'skipped', r.skipped, 'heldFor', r.held_for, 'version', r.version) order by r.attempt)
        from session_run r where r.session_id = s.id), '[]') as marks,
      coalesce((select jsonb_agg(jsonb_build_array(r.team_id, r.run_at) order by r.run_at, r.created_at)
        from run r join team t on t.id = r.team_id left join attempt a on a.run_id = r.id
        where r.protocol_id = e.protocol_id and (a.event_id is null or a.event_id = s.event_id) and t.section_id = s.section_id and r.stands
          and r.run_at >= s.begun_at - interval '1 minute' and (s.ended_at is null or r.run_at <= s.ended_at)), '[]') as recorded
    from test_session s join event e on e.id = s.event_id join project p on p.id = s.project_id
    where s.project_id = ${projectId} order by s.day desc, s.start desc, s.id`;
});

import { listBookings, listResources, type Booking, type Resource } from '@/domain/bookings/read';
import { listSections, listStudents, type Member, type Section, type Team } from '@/domain/classes/read';
import { readIdeasOpen, type IdeasOpen } from '@/domain/concepts/read';
import { listJudgedGates, type TeamGate } from '@/domain/gates/read';
import { listLatestIterations, type Iteration } from '@/domain/builds/read';
import { changesOf, listRequirements, type Change, type Requirement } from '@/domain/requirements/read';
import { listRubrics, type Rubric } from '@/domain/grades/read';
import { readSafety, type Safety } from '@/domain/safety/read';
import { listSessions, type TestSession } from '@/domain/sessions/read';
import { listStages, type Stage } from '@/domain/plan/read';
import { listEvents, listLatestRuns, listProtocols, type Trial } from '@/domain/bench/read';
import type { Sources } from '@/domain/requirements/judge';
import { type Sql } from '@/db/connection';

/** One line on Today, handed in by a feature: what is the matter, and where it is dealt with. */
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
  standing?: boolean;
}

/** A run as far as it is looked at for what may be wrong with it. */
export interface RecentRun {
  id: string;
  teamId: string;
  eventId: string;
  attempt: number | null;
  conditions: Trial['conditions'];
}

/** What the features' lines are made from; read once for all of them. */
export interface TodayGiven {
  /** The teams the sheet is narrowed to. */
  teams: Team[];
  sections: Section[];
  requirements: Requirement[];
  /** What was changed on agreed requirements, newest first. */
  changes: Change[];
  /** The version of the brief that is published, and the one that the person has read. */
  brief: { number: number | null; read: number | null };
  latest: Iteration[];
  sources: Sources;
  /** How many attempts each team has made in each event. */
  attempts: { eventId: string; teamId: string; made: number }[];
  rubrics: Rubric[];
  /** How many scores each team has in each rubric. */
  scores: { rubricId: string; teamId: string; given: number }[];
  /** Runs made since the last meeting, newest first. */
  recent: RecentRun[];
  /** The plan with what has been handed in. */
  stages: Stage[];
  /** Every gate as it stands for every team. */
  gates: TeamGate[];
  safety: Safety;
  resources: Resource[];
  bookings: Booking[];
  sessions: TestSession[];
  /** What is open about concepts, wishes and charters. */
  ideas: IdeasOpen;
  /** Who is in the class now. */
  students: Member[];
  /** Who is away today, and in which team. */
  away: { teamId: string; name: string }[];
  today: string;
  /** Local time of the project. */
  now: string;
  eventDate: string;
  /** Until when data is kept, and how many people still stand there by name; counted only when that is near. */
  retentionUntil: string;
  names: number;
  /** Whether the person leads the project (some lines are theirs alone). */
  leads: boolean;
  href: (sheet: string) => string;
}

/** A feature's part of Today. */
export type TodayProvider = (given: TodayGiven) => TodayItem[];

/**
 * Reads what Today needs, in a number of queries that does not depend on the size of the class.
 * @param when today, and the day since when runs are looked at
 */
export async function readToday(
  sql: Sql,
  projectId: string,
  personId: string,
  { today, since }: { today: string; since: string },
): Promise<Omit<TodayGiven, 'teams' | 'today' | 'now' | 'eventDate' | 'retentionUntil' | 'names' | 'leads' | 'href'>> {
  const [sections, requirements, news, latest, events, protocols, runs, counts, rubrics, stages, shop, ideas] =
    await Promise.all([
      listSections(sql, projectId),
      listRequirements(sql, projectId),
      readNews(sql, projectId, personId, today),
      listLatestIterations(sql, projectId),
      listEvents(sql, projectId),
      listProtocols(sql, projectId),
      listLatestRuns(sql, projectId),
      readRuns(sql, projectId, since),
      listRubrics(sql, projectId),
      listStages(sql, projectId),
      readShop(sql, projectId, today),
      readIdeasOpen(sql, projectId, personId),
    ]);
  const sources = { events, protocols, runs };
  return { sections, requirements, ...news, latest, sources, ...counts, rubrics, stages, ...shop, ideas };
}

type Shop = Pick<TodayGiven, 'gates' | 'safety' | 'resources' | 'bookings' | 'sessions' | 'students'>;

/** Gates, machines and safety. */
async function readShop(sql: Sql, projectId: string, today: string): Promise<Shop> {
  const [gates, safety, resources, bookings, sessions, students] = await Promise.all([
    listJudgedGates(sql, projectId, today),
    readSafety(sql, projectId),
    listResources(sql, projectId),
    listBookings(sql, projectId),
    listSessions(sql, projectId),
    listStudents(sql, projectId),
  ]);
  return { gates, safety, resources, bookings, sessions, students };
}

type News = Pick<TodayGiven, 'brief' | 'changes' | 'away'>;

/** The state of the brief, the changes of requirements and who is away, in one query. */
async function readNews(sql: Sql, projectId: string, personId: string, today: string): Promise<News> {
  const [row] = await sql<[TodayGiven['brief'] & Omit<News, 'brief'>]>`
    select (select max(number) from brief_version where project_id = ${projectId}) as number,
      (select number from brief_read where project_id = ${projectId} and account_id = ${personId}) as read,
      coalesce((select jsonb_agg(to_jsonb(c) order by c.made_at desc, c.number desc) from (${changesOf(sql, projectId)}) c), '[]') as changes,
      coalesce((select jsonb_agg(jsonb_build_object('teamId', m.team_id, 'name', p.name) order by p.name)
        from absence a join account p on p.id = a.account_id
        join team_member m on m.project_id = a.project_id and m.account_id = a.account_id
        where a.project_id = ${projectId} and a.day = ${today}), '[]') as away`;
  const { changes, away, ...brief } = row;
  return { brief, changes, away };
}

type Count = [ofId: string, teamId: string, count: number];
type Recent = [id: string, teamId: string, eventId: string, attempt: number | null, conditions: Trial['conditions']];
const MOST_RECENT = 300;

/** The attempts and scores that there are, and the runs since a day, in one query and as bare lists. */
async function readRuns(
  sql: Sql,
  projectId: string,
  since: string,
): Promise<Pick<TodayGiven, 'attempts' | 'scores' | 'recent'>> {
  const [row] = await sql<[{ attempts: Count[]; scores: Count[]; recent: Recent[] }]>`
    select coalesce((select json_agg(json_build_array(t.event_id, t.team_id, t.made)) from (
        select event_id, team_id, count(*) as made from trial
        where project_id = ${projectId} and attempt is not null and taken_back_at is null group by event_id, team_id) t), '[]') as attempts,
      coalesce((select json_agg(json_build_array(s.rubric_id, s.team_id, s.given)) from (
        select rubric_id, team_id, count(*) as given from score where project_id = ${projectId} group by rubric_id, team_id) s), '[]') as scores,
      coalesce((select json_agg(json_build_array(r.id, r.team_id, r.event_id, r.attempt, r.conditions)) from (
        select id, team_id, event_id, attempt, conditions from trial
        where project_id = ${projectId} and taken_back_at is null and run_at >= ${since}
        order by run_at desc, id limit ${MOST_RECENT}) r), '[]') as recent`;
  return {
    attempts: row.attempts.map(([eventId, teamId, made]) => ({ eventId, teamId, made })),
    scores: row.scores.map(([rubricId, teamId, given]) => ({ rubricId, teamId, given })),
    recent: row.recent.map(([id, teamId, eventId, attempt, conditions]) => ({
      id,
      teamId,
      eventId,
      attempt,
      conditions,
    })),
  };
}

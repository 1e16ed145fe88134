import { pool } from '@/db/connection';
import { listSections, type Section, type Team } from './records/classes';
import { listLatestIterations, type Iteration } from './records/iterations';
import { changesOf, listRequirements, type Change, type Requirement } from './records/requirements';
import { listRubrics, type Rubric } from './records/rubrics';
import { listEvents, listLatestRuns, listProtocols } from './records/trials';
import type { Sources } from './records/verdicts';

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
  today: string;
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

/** Reads what Today needs, in a number of queries that does not depend on the size of the class. */
export async function readToday(
  projectId: string,
  personId: string,
): Promise<Omit<TodayGiven, 'teams' | 'today' | 'eventDate' | 'retentionUntil' | 'names' | 'leads' | 'href'>> {
  const [sections, requirements, news, latest, events, protocols, runs, attempts, rubrics, scores] = await Promise.all([
    listSections(projectId),
    listRequirements(projectId),
    readNews(projectId, personId),
    listLatestIterations(projectId),
    listEvents(projectId),
    listProtocols(projectId),
    listLatestRuns(projectId),
    countAttempts(projectId),
    listRubrics(projectId),
    countScores(projectId),
  ]);
  return { sections, requirements, ...news, latest, sources: { events, protocols, runs }, attempts, rubrics, scores };
}

/** The state of the brief and the changes of requirements, in one query. */
async function readNews(projectId: string, personId: string): Promise<Pick<TodayGiven, 'brief' | 'changes'>> {
  const [row] = await pool()<[TodayGiven['brief'] & { changes: Change[] }]>`
    select (select max(number) from brief_version where project_id = ${projectId}) as number,
      (select number from brief_read where project_id = ${projectId} and account_id = ${personId}) as read,
      coalesce((select jsonb_agg(to_jsonb(c) order by c.made_at desc, c.number desc) from (${changesOf(projectId)}) c), '[]') as changes`;
  const { changes, ...brief } = row;
  return { brief, changes };
}

async function countAttempts(projectId: string): Promise<TodayGiven['attempts']> {
  return pool()<TodayGiven['attempts']>`
    select event_id, team_id, count(*) as made from trial
    where project_id = ${projectId} and attempt is not null and taken_back_at is null group by event_id, team_id`;
}

async function countScores(projectId: string): Promise<TodayGiven['scores']> {
  return pool()<TodayGiven['scores']>`
    select rubric_id, team_id, count(*) as given from score where project_id = ${projectId} group by rubric_id, team_id`;
}

import { listSections, type Section, type Team } from './records/classes';
import { listLatestIterations, type Iteration } from './records/iterations';
import { listRequirements, type Requirement } from './records/requirements';
import { listRubrics, listScores, type Rubric, type Score } from './records/rubrics';
import { listAttempts, listEvents, listLatestRuns, listProtocols, type Trial } from './records/trials';
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
  latest: Iteration[];
  sources: Sources;
  attempts: Trial[];
  rubrics: Rubric[];
  scores: Score[];
  today: string;
  eventDate: string;
  /** Whether the person leads the project (some lines are theirs alone). */
  leads: boolean;
  href: (sheet: string) => string;
}

/** A feature's part of Today. */
export type TodayProvider = (given: TodayGiven) => TodayItem[];

/** Reads what Today needs, in a number of queries that does not depend on the size of the class. */
export async function readToday(
  projectId: string,
): Promise<Omit<TodayGiven, 'teams' | 'today' | 'eventDate' | 'leads' | 'href'>> {
  const [sections, requirements, latest, events, protocols, runs, attempts, rubrics, scores] = await Promise.all([
    listSections(projectId),
    listRequirements(projectId),
    listLatestIterations(projectId),
    listEvents(projectId),
    listProtocols(projectId),
    listLatestRuns(projectId),
    listAttempts(projectId),
    listRubrics(projectId),
    listScores(projectId),
  ]);
  return { sections, requirements, latest, sources: { events, protocols, runs }, attempts, rubrics, scores };
}

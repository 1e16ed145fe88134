import { factName } from '@/core/shared/factName';
import { scoreEvent, type Attempt, type Entry, type EventResult } from '@/core/scoring';
import { CoreError, convert, DIMENSIONS, type Dimension } from '@/core/units';
import type { Team } from '@/areas/course';
import type { Protocol, EventRecord, ScoredRun } from '@/areas/bench';
import { type Sql } from '@/db/connection';

/** The results of one event (a team that made no attempt has no place), and the teams whose attempts can't be scored with the reason. */
export interface EventResults {
  event: EventRecord;
  results: (Omit<EventResult, 'place'> & { teamId: string; made: number; place: number | null })[];
  problems: { teamId: string; message: string }[];
}

/** What was measured on iterations, as facts for formulas and tie rules, by iteration. */
export type Facts = Map<string, Record<string, number>>;

/** The facts of the iterations that teams made their last attempts with, each in its dimension's first unit. */
export async function listFacts(sql: Sql, projectId: string): Promise<Facts> {
  return factsOf(
    await sql<MeasuredFact[]>`
    select m.iteration_id, p.name, m.dimension, m.value, m.unit from measurement m join parameter p on p.id = m.parameter_id
    where m.project_id = ${projectId} and m.value is not null and m.iteration_id in (
      select distinct on (a.event_id, a.team_id) r.iteration_id from attempt a join run r on r.id = a.run_id
      where a.project_id = ${projectId} and a.stands order by a.event_id, a.team_id, a.number desc)`,
  );
}

/** A value that was measured on an iteration, as formulas get it. */
export interface MeasuredFact {
  iterationId: string;
  name: string;
  dimension: Dimension;
  value: number;
  unit: string;
}

/** Measured values as facts, by iteration. */
export function factsOf(rows: readonly MeasuredFact[]): Facts {
  const facts: Facts = new Map();
  for (const { iterationId, name, dimension, value, unit } of rows) {
    const own = facts.get(iterationId) ?? {};
    own[factName(name)] = convert({ value, from: unit, to: factUnit(dimension) }).value;
    facts.set(iterationId, own);
  }
  return facts;
}

/** The unit in which facts of a dimension enter formulas. */
export function factUnit(dimension: Dimension): string {
  return DIMENSIONS[dimension].offered[0] ?? '';
}

/**
 * Scores an event for the teams. Attempts are brought to the protocol's unit; facts come from the iteration of
 * the team's last attempt. A team whose attempts can't be scored (a fact not measured) is set aside with the
 * reason and placed like a team without attempts, so that one gap does not hide everybody's result.
 */
export function resultsOf(
  event: EventRecord,
  protocol: Protocol,
  teams: Team[],
  attempts: ScoredRun[],
  facts: Facts,
): EventResults {
  const byTeam = new Map(teams.map((team): [string, ScoredRun[]] => [team.id, []]));
  for (const run of attempts) if (run.eventId === event.id) byTeam.get(run.teamId)?.push(run);
  const entries = teams.map((team): Entry => {
    const own = byTeam.get(team.id)!;
    const known = facts.get(own.at(-1)?.iterationId ?? '') ?? {};
    return { team: team.id, attempts: numbered(own, protocol), facts: known };
  });
  const inWords = (text: string) => teams.reduce((said, team) => said.replaceAll(team.id, team.name), text);
  const told = (results: EventResults['results']) =>
    results.map((result) => ({ ...result, because: result.because.map(inWords) }));
  const whole = attemptScore(event, entries);
  if (!('problem' in whole)) return { event, results: told(whole.results), problems: [] };

  const problems: EventResults['problems'] = [];
  const scorable = entries.map((entry): Entry => {
    const alone = attemptScore(event, [entry]);
    if (!('problem' in alone)) return entry;
    problems.push({ teamId: entry.team, message: inWords(alone.problem) });
    return { team: entry.team, attempts: [] };
  });
  const rest = attemptScore(event, scorable);
  if (!('problem' in rest)) return { event, results: told(rest.results), problems };
  return { event, results: [], problems: teams.map((team) => ({ teamId: team.id, message: inWords(rest.problem) })) };
}

function attemptScore(
  { rule }: EventRecord,
  entries: Entry[],
): { results: EventResults['results'] } | { problem: string } {
  const made = new Map(entries.map((entry) => [entry.team, entry.attempts.length]));
  try {
    const { results } = scoreEvent({ rule, entries });
    const placed = results.map((result) => {
      const attempts = made.get(result.team)!;
      return { ...result, teamId: result.team, made: attempts, place: attempts > 0 ? result.place : null };
    });
    return { results: placed };
  } catch (error) {
    if (error instanceof CoreError) return { problem: error.message };
    throw error;
  }
}

/** Attempts in their order; a number that is missing in between counts as not started. */
function numbered(runs: ScoredRun[], protocol: Protocol): Attempt[] {
  const last = runs.reduce((most, run) => Math.max(most, run.attempt), 0);
  return Array.from({ length: last }, (_, i) => {
    const run = runs.find((candidate) => candidate.attempt === i + 1);
    if (!run) return { status: 'did-not-start' as const };
    const value = run.value === null ? null : convert({ value: run.value, from: run.unit!, to: protocol.unit }).value;
    return { value, status: run.status, penalties: run.penalties };
  });
}

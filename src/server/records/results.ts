import { scoreEvent, type Attempt, type Entry, type EventResult } from '@/core/scoring';
import { CoreError, convert, DIMENSIONS, type Dimension } from '@/core/units';
import type { Team } from './classes';
import type { Iteration } from './iterations';
import type { EventRecord, Protocol, Trial } from './trials';

/** The results of one event, and the teams whose attempts can't be scored with the reason. */
export interface EventResults {
  event: EventRecord;
  results: (EventResult & { teamId: string; made: number })[];
  problems: { teamId: string; message: string }[];
}

/** The name under which a parameter can be used in a formula: "Carrier mass" → carrier_mass. */
export function factName(parameter: string): string {
  return parameter
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '_')
    .replace(/^_+|_+$/g, '');
}

/** What was measured on an iteration, as facts for formulas and tie rules, each in its dimension's first unit. */
export function factsOf(iteration: Iteration | undefined): Record<string, number> {
  const numbers = (iteration?.measurements ?? []).filter((m) => m.value !== null && m.unit !== null);
  return Object.fromEntries(
    numbers.map((m) => [
      factName(m.parameterName),
      convert({ value: m.value!, from: m.unit!, to: factUnit(m.dimension) }).value,
    ]),
  );
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
  attempts: Trial[],
  iterations: Iteration[],
): EventResults {
  const byId = new Map(iterations.map((iteration) => [iteration.id, iteration]));
  const problems: EventResults['problems'] = [];
  const entries = teams.map((team): Entry => {
    const own = attempts.filter((trial) => trial.eventId === event.id && trial.teamId === team.id);
    const facts = factsOf(byId.get(own.at(-1)?.iterationId ?? ''));
    const entry: Entry = { team: team.id, attempts: numbered(own, protocol), facts };
    try {
      scoreEvent({ rule: event.rule, entries: [entry] });
      return entry;
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      problems.push({ teamId: team.id, message: error.message.replaceAll(team.id, team.name) });
      return { team: team.id, attempts: [] };
    }
  });
  const made = (teamId: string) => entries.find((entry) => entry.team === teamId)!.attempts.length;
  try {
    const { results } = scoreEvent({ rule: event.rule, entries });
    return {
      event,
      problems,
      results: results.map((result) => ({ ...result, teamId: result.team, made: made(result.team) })),
    };
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    const message = teams.reduce((text, team) => text.replaceAll(team.id, team.name), error.message);
    return { event, results: [], problems: teams.map((team) => ({ teamId: team.id, message })) };
  }
}

/** Attempts in their order; a number that is missing in between counts as not started. */
function numbered(trials: Trial[], protocol: Protocol): Attempt[] {
  const last = trials.reduce((most, trial) => Math.max(most, trial.attempt ?? 0), 0);
  return Array.from({ length: last }, (_, i) => {
    const trial = trials.find((candidate) => candidate.attempt === i + 1);
    if (!trial) return { status: 'did-not-start' as const };
    const value =
      trial.value === null ? null : convert({ value: trial.value, from: trial.unit!, to: protocol.unit }).value;
    return { value, status: trial.status, penalties: trial.penalties };
  });
}

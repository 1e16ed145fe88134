import { groupBy } from '@/core/shared/groupBy';
import { judge, type Measured } from '@/core/requirements';
import { convert, convertInterval } from '@/core/units';
import { allowed, type Seat } from '@/server/access';
import { teamIdsIn, type Team } from '@/areas/course';
import { listIterations, type Iteration } from '@/areas/builds';
import { agreedOn, limitOf, listRequirements, type Requirement, listResearch, type Research } from '@/areas/brief';
import { listQuantities, listLatestRuns, listRunGroups } from '@/areas/bench';
import { verdictsFor, type Verdict } from './verdicts';
import { type Sql } from '@/db/connection';

/** One iteration against every requirement agreed on. */
export interface Column {
  team: Team;
  iteration: Iteration | null;
  /** Those that can be chosen, newest first. */
  choices: Iteration[];
  verdicts: readonly Verdict[];
}

/**
 * Every team's newest iteration that the person may see, or the one chosen, judged against every requirement agreed on;
 * and what last season's winner does about them.
 */
export async function loadCompliance(
  sql: Sql,
  seat: Seat,
  teams: Team[],
  sectionId: string | null,
  teamId: string | null,
  chosen: readonly string[] = [],
) {
  const projectId = seat.project.id;
  const [requirements, iterations, protocols, runs, research] = await Promise.all([
    listRequirements(sql, projectId),
    listIterations(sql, projectId),
    listQuantities(sql, projectId),
    chosen.length ? listRunGroups(sql, projectId) : listLatestRuns(sql, projectId),
    listResearch(sql, projectId),
  ]);
  const byTeam = groupBy(iterations, ({ teamId }) => teamId);
  const ids = teamIdsIn(teams, sectionId, teamId);
  const columns = teams
    .filter((team) => ids.includes(team.id))
    .map((team): Column => {
      const choices = (byTeam.get(team.id) ?? []).filter((one) => allowed(seat, 'iteration.read', one)).reverse();
      const iteration = choices.find((one) => chosen.includes(one.id)) ?? choices[0] ?? null;
      return { team, iteration, choices, verdicts: verdictsFor(requirements, iteration, { protocols, runs }) };
    });
  const winner = research.find((one) => one.isWinner) ?? null;
  const season = winner && { note: winner, verdicts: judged(winner, requirements) };
  return { requirements, columns, season };
}

/** What a research note found, judged like an iteration; only limits and yes/no, in the order of the list. */
export function judged(note: Research, requirements: Requirement[]): Verdict[] {
  return agreedOn(requirements).flatMap((requirement): Verdict[] => {
    const limit = limitOf(requirement);
    if (!limit) return [];
    const found = note.findings.find((one) => one.requirementId === requirement.id);
    const unit = requirement.unit;
    const own = (value: number) => convert({ value, from: found!.unit!, to: unit! }).value;
    const value = found?.value == null || !unit ? null : own(found.value);
    const uncertainty =
      value === null ? 0 : convertInterval({ value: found!.uncertainty, from: found!.unit!, to: unit! }).value;
    const answer = limit.kind === 'yes' ? (found?.answer ?? null) : null;
    const measured: Measured =
      answer !== null
        ? { value: answer }
        : value === null
          ? null
          : { value, unit: unit!, expandedUncertainty: uncertainty };
    return [
      {
        ...judge({ limit, measured, decision: requirement.decision }),
        requirement,
        iteration: null,
        value,
        answer,
        uncertainty,
        evidence: measured ? { kind: 'note', title: note.title } : { kind: 'none' },
      },
    ];
  });
}

/**
 * How far inside its limit a value lies, as a share of what the limit leaves: of the tolerance, of half the range, of the
 * limit itself. Null where nothing is measured; a yes is 1, a no −1.
 */
export function relativeMargin({ margin, requirement: r, answer, verdict }: Verdict): number | null {
  if (verdict === 'not-measured') return null;
  if (answer !== null) return answer ? 1 : -1;
  const size = r.kind === 'target' ? r.tolerance : r.kind === 'range' ? (r.high! - r.low!) / 2 : Math.abs(r.value ?? 0);
  return (margin ?? 0) / (size || 1);
}

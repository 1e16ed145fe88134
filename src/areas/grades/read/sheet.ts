import { grade, gradeByRule, type Grade, type Graded, type GradeRule, type GradeScore } from '@/core/rubric';
import { mostPoints } from '@/core/scoring';
import { number, plural } from '@/core/format';
import { CoreError } from '@/core/numbers';
import { groupBy } from '@/core/shared/groupBy';
import { remembered } from '@/db/remember';
import type { Sql } from '@/db/connection';
import { listSections, listStudents, listTeams, type Member, type Team } from '@/areas/course';
import { type EventResults, loadEventResults } from '@/areas/event';
import { loadRubricResults, type RubricResults } from './rubricResults';
import { factorsOf, listPeerRatings, listPeerRounds } from './peers';
import {
  findScheme,
  listCountedTeams,
  listGradeComponents,
  listMarks,
  type GradeComponent,
  type GradeScheme,
  type Mark,
} from './scheme';

/** What a component brings a student, and where it comes from. */
export interface GradeCell {
  component: GradeComponent;
  /** In percent, everything taken into account; null while there is nothing. */
  percent: number | null;
  contribution: number | null;
  from: string[];
  /** What is not there yet, in words; null when nothing is missing. */
  missing: string | null;
  /** Whose result counts, for what a team earns. */
  team: Team | null;
}
export interface StudentGrade {
  member: Member;
  sectionName: string;
  team: Team | null;
  cells: GradeCell[];
  grade: Grade;
  /** The share in the team's work; null where everybody gets the team's. */
  factor: number | null;
}
export interface GradeSheet {
  scheme: GradeScheme;
  components: GradeComponent[];
  students: StudentGrade[];
  /** Why nothing can be worked out, in words. */
  problem: string | null;
}

/** The grades of a whole project as the evidence stands now. */
export const loadGradeSheet = remembered(async (sql: Sql, projectId: string): Promise<GradeSheet> => {
  const [scheme, components, sections, students, teams, grades, events, marks, counted, rounds, ratings] =
    await Promise.all([
      findScheme(sql, projectId),
      listGradeComponents(sql, projectId),
      listSections(sql, projectId),
      listStudents(sql, projectId),
      listTeams(sql, projectId),
      loadRubricResults(sql, projectId),
      loadEventResults(sql, projectId),
      listMarks(sql, projectId),
      listCountedTeams(sql, projectId),
      listPeerRounds(sql, projectId),
      listPeerRatings(sql, projectId),
    ]);
  const round = scheme.share === 'peers' ? rounds.find((one) => one.id === scheme.peerRoundId) : undefined;
  const factors = new Map(
    round
      ? factorsOf(round, ratings, teams, students).flatMap((team) =>
          team.factors.map((one) => [one.member, one.factor]),
        )
      : [],
  );
  const teamById = new Map(teams.map((team) => [team.id, team]));
  const countedOf = new Map(counted.map((one) => [`${one.componentId} ${one.accountId}`, one]));
  const marksOf = groupBy(marks, (one) => `${one.componentId} ${one.accountId}`);
  const tasksOf = new Map(
    [...groupBy(marks, (one) => one.componentId)].map(([id, all]) => [id, [...new Set(all.map((one) => one.task))]]),
  );
  const byTeam = new Map(components.map((one) => [one.id, earnedBy(one, teams, grades, events)]));

  const gradeOf = (member: Member): StudentGrade => {
    const present = member.teamId ? (teamById.get(member.teamId) ?? null) : null;
    const factor = round ? (factors.get(member.accountId) ?? null) : null;
    const parts = components.map((component) => {
      const other = countedOf.get(`${component.id} ${member.accountId}`);
      const team = other ? (teamById.get(other.teamId) ?? present) : present;
      if (component.source === 'marks') {
        const own = marksOf.get(`${component.id} ${member.accountId}`) ?? [];
        return { component, team: null, ...fromMarks(own, tasksOf.get(component.id) ?? [], scheme) };
      }
      const earned = team ? byTeam.get(component.id)!.get(team.id) : undefined;
      const from = [...(other && team ? [`Counts with ${team.name}: ${other.reason}.`] : []), ...(earned?.from ?? [])];
      const missing = earned ? earned.missing : 'no team';
      const score = earned?.score ?? waiting(scheme);
      return { component, team, scores: [score], from, missing };
    });
    const worked = grade({
      components: parts.map(({ component, scores }) => ({
        id: component.name,
        weight: component.weight,
        scores,
        dropLowest: component.dropLowest,
        usesFactor: component.usesFactor && round !== undefined,
        cap: component.cap,
        floor: component.floor,
      })),
      late: scheme.perDay > 0 ? { perDay: scheme.perDay, graceDays: scheme.graceDays, maximum: scheme.mostLate } : null,
      factor: round ? (factor ?? 1) : null,
      cap: scheme.cap,
      floor: scheme.floor,
      rounding: { step: scheme.step, mode: scheme.rounding },
      bands: scheme.bands,
    });
    const cells = parts.map(({ component, from, missing, team }, i): GradeCell => {
      const { percent, contribution } = worked.components[i]!;
      return { component, percent, contribution, from, missing, team };
    });
    const sectionName = sections.find(({ id }) => id === member.sectionId)?.name ?? '';
    return { member, sectionName, team: present, cells, grade: worked, factor };
  };
  if (components.length === 0) return { scheme, components, students: [], problem: null };
  try {
    return { scheme, components, students: students.map(gradeOf), problem: null };
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    return { scheme, components, students: [], problem: error.message };
  }
});

/** What a team earns in a component; without a score something is missing. */
interface Earned {
  score: GradeScore | null;
  from: string[];
  missing: string | null;
}

/** What is not there: left out until it is, or nothing. */
const waiting = (scheme: Pick<GradeScheme, 'missing'>): GradeScore => ({
  score: null,
  max: 100,
  excused: scheme.missing === 'waits',
});

const nothing = (missing: string): Earned => ({ score: null, from: [], missing });

/** What each team earns in a component. */
function earnedBy(
  component: GradeComponent,
  teams: readonly Team[],
  grades: readonly RubricResults[],
  events: readonly EventResults[],
): Map<string, Earned> {
  const of = component.source === 'rubric' ? inRubric(component, grades) : inEvent(component, teams, events);
  return new Map(teams.map((team) => [team.id, of(team)]));
}

function inRubric(component: GradeComponent, grades: readonly RubricResults[]): (team: Team) => Earned {
  const found = grades.find((one) => one.rubric.id === component.rubricId);
  return (team) => {
    const result = found?.results.find((one) => one.team === team.id);
    if (!found || !result || result.mean === null) return nothing(missingWords(result?.missing ?? []));
    const score = { score: Math.max(0, result.mean), max: found.max };
    const counted = found.counted
      .filter((one) => one.teamId === team.id)
      .map((one) => {
        const criterion = found.rubric.criteria.find(({ id }) => id === one.criterionId)!;
        return `${criterion.name}: ${one.because}, ${number(one.points)} of ${plural(criterion.max, 'point')}.`;
      });
    return { score, from: [rubricWords(found, team.id), ...counted], missing: null };
  };
}

function inEvent(
  component: GradeComponent,
  teams: readonly Team[],
  events: readonly EventResults[],
): (team: Team) => Earned {
  const scored = events.find((one) => one.event.id === component.eventId);
  if (!scored) return () => nothing('the event was removed');
  const { event } = scored;
  const counting = scored.results.filter((one) => one.made > 0);
  const none = nothing(`no attempt in ${event.name}`);
  if (component.rule) {
    const given = percentByRule(component.rule, counting, teams);
    return (team) => {
      if (!counting.some((one) => one.teamId === team.id)) return none;
      const own = given.find((one) => one.name === team.id);
      const counted = scored.results.find((one) => one.teamId === team.id)!.because.slice(0, 1);
      const from = own ? [...counted, ...own.because] : [`No attempt in ${event.name} was valid: 0 %.`];
      return { score: { score: Math.max(0, own?.percent ?? 0), max: 100 }, from, missing: null };
    };
  }
  const max = pointsOutOf(scored);
  return (team) => {
    const own = counting.find((one) => one.teamId === team.id);
    if (!own) return none;
    const from = [...own.because, `${number(own.points, 2)} of ${number(max)} points.`];
    return { score: { score: Math.max(0, own.points), max }, from, missing: null };
  };
}

/** What an event's own points are out of: the most its rule gives; where that has no top, the best of the class. */
export function pointsOutOf({ event, results }: EventResults): number {
  const best = Math.max(0, ...results.filter((one) => one.made > 0).map((one) => one.points));
  return mostPoints(event.rule) ?? (best > 0 ? best : 100);
}

/** The percent of every team with a counted value, teams by their id; how the value itself came about the event says. */
export function percentByRule(
  rule: GradeRule,
  results: readonly { teamId: string; counted: number | null }[],
  teams: readonly Team[],
): Graded[] {
  const values = results.flatMap((one) => (one.counted === null ? [] : [{ name: one.teamId, value: one.counted }]));
  const named = (text: string) => teams.reduce((said, team) => said.replaceAll(team.id, team.name), text);
  return gradeByRule({ rule, values }).map((one) => ({
    ...one,
    because: one.because.slice(1).map((text) => named(text).replaceAll(' points', ' %')),
  }));
}

function fromMarks(own: readonly Mark[], tasks: readonly string[], scheme: GradeScheme) {
  const lacking = tasks.filter((task) => !own.some((one) => one.task === task));
  const scores: GradeScore[] = [
    ...own.map(({ score, max, daysLate, excused }) => ({ score, max, daysLate, excused })),
    ...lacking.map(() => waiting(scheme)),
  ];
  const from = own.map((one) => {
    if (one.excused) return `${one.task}: excused${one.note ? `, ${one.note}` : ''}.`;
    const late = one.daysLate > 0 ? `, ${plural(one.daysLate, 'day')} late` : '';
    const score = one.score === null ? 'nothing handed in' : `${number(one.score)} of ${number(one.max)}`;
    return `${one.task}: ${score}${late}${one.note ? `. ${one.note}` : ''}.`.replace('..', '.');
  });
  const missing = tasks.length === 0 ? 'no mark yet' : lacking.length ? `no mark for ${lacking.join(', ')}` : null;
  return { scores: scores.length ? scores : [waiting(scheme)], from, missing };
}

const SCORER_WORDS = {
  judges: 'no judge has finished',
  instructor: 'the instructor has not scored it',
  client: 'the client has not scored it',
  peers: 'no other team has finished',
  program: 'nothing to count yet',
};
export const missingWords = (missing: readonly (keyof typeof SCORER_WORDS)[]): string =>
  missing.length ? missing.map((one) => SCORER_WORDS[one]).join(', ') : 'no scores yet';

/** How a team's points in a rubric came about, without the names of those who judge. */
export function rubricWords({ rubric, results, max, follows }: RubricResults, teamId: string): string {
  const result = results.find((one) => one.team === teamId)!;
  const judges = result.judges.filter((one) => one.complete && one.scorer === 'judges');
  const totals = judges.map((one) => number(one.total, 2)).join(', ');
  const of = judges.length ? `, ${plural(judges.length, 'judge')} (${totals})` : '';
  const school =
    follows === 'adjusted' && result.raw !== null
      ? `, adjusted for strict and mild judges from ${number(result.raw, 2)}`
      : '';
  const former = result.formerEdition === null ? '' : `, partly scored under edition ${result.formerEdition}`;
  return `${rubric.name}: ${number(result.mean, 2)} of ${number(max)}${of}${school}${former}.`;
}

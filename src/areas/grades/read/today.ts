import { plural } from '@/core/format';
import type { Sql } from '@/db/connection';
import { listStudents } from '@/areas/course';
import { todayPart, type Asked, type TodayItem } from '@/areas/area';
import { talkAbout } from './rubricResults';
import { listOwnRatings, listPeerRounds } from './peers';
import { countScores, listJudging, listRubrics, listScores, teamsOf } from './rubrics';
import { listOwnReleasedGrades, listReleasedGrades } from './scheme';
import { loadGradeSheet } from './sheet';
import { differsFrom } from './words';

/** What these lines are made from; the grade sheet only where a grade was released. */
async function load(sql: Sql, { projectId, personId, leads }: Asked) {
  const [rubrics, counts, judging, scores, rounds, released] = await Promise.all([
    listRubrics(sql, projectId),
    countScores(sql, projectId),
    listJudging(sql, projectId),
    leads ? listScores(sql, projectId) : [],
    listPeerRounds(sql, projectId),
    leads ? listReleasedGrades(sql, projectId) : listOwnReleasedGrades(sql, projectId, personId),
  ]);
  const open = leads ? undefined : rounds.find((one) => one.isOpen);
  const [students, rated] = open
    ? await Promise.all([listStudents(sql, projectId), listOwnRatings(sql, projectId, personId)])
    : [[], []];
  const sheet = leads && released.length ? await loadGradeSheet(sql, projectId) : null;
  return { rubrics, counts, judging, scores, released, open, students, rated, sheet };
}
type Given = Asked & Awaited<ReturnType<typeof load>>;

/** For whoever leads: scores that are missing, judges far apart, released grades that differ now; for a student: what is asked, what is new. */
const gradeItems = (given: Given): TodayItem[] =>
  given.leads
    ? [...missingScores(given), ...toTalkAbout(given), ...changedGrades(given)]
    : [...toRate(given), ...newGrade(given)];

const line = (item: Omit<TodayItem, 'teamId' | 'tone'> & Partial<TodayItem>): TodayItem => ({
  teamId: null,
  tone: 'ink',
  ...item,
});

/** By judges of the rubric and the teams that each of them sees. */
function missingScores({ rubrics, counts, judging, teams, href }: Given): TodayItem[] {
  return rubrics.flatMap((rubric) => {
    const judges = rubric.judges.filter((one) => one.kind === 'judges');
    const asked = rubric.criteria.filter((one) => one.scorer === 'judges').length;
    if (asked === 0) return [];
    const due = judges.reduce((sum, judge) => sum + asked * teamsOf(judge, teams, judging).length, 0);
    const known = new Set(teams.map((team) => team.id));
    const ids = new Set(judges.map((one) => one.id));
    const given = counts
      .filter((one) => ids.has(one.judgeId) && known.has(one.teamId))
      .reduce((sum, one) => sum + one.given, 0);
    if (judges.length > 0 && given >= due) return [];
    const detail =
      judges.length === 0
        ? 'No judge has a link yet.'
        : `${given} of ${due} scores are in from ${plural(judges.length, 'judge')}.`;
    return [
      line({
        urgency: 25,
        headline: `${rubric.name}: scores missing`,
        detail,
        href: href(`grades/${rubric.id}`),
        label: 'Rubric',
      }),
    ];
  });
}

function toTalkAbout({ rubrics, scores, teams, href }: Given): TodayItem[] {
  return rubrics.flatMap((rubric) => {
    const apart = talkAbout(rubric, scores).filter((one) => teams.some((team) => team.id === one.team));
    if (apart.length === 0) return [];
    const names = [...new Set(apart.map((one) => teams.find((team) => team.id === one.team)!.name))];
    return [
      line({
        urgency: 24,
        headline: `${rubric.name}: judges are more than a level apart`,
        detail: `${plural(apart.length, 'score')} to talk about, of ${names.slice(0, 4).join(', ')}${names.length > 4 ? ' and others' : ''}.`,
        href: href(`grades/${rubric.id}/judges`),
        label: 'Judges',
      }),
    ];
  });
}

/** What a student was shown and the evidence says no longer. */
function changedGrades({ sheet, released, teams, href }: Given): TodayItem[] {
  const last = new Map(released.map((one) => [one.accountId, one.content]));
  const known = new Set(teams.map((team) => team.id));
  const changed = (sheet?.students ?? []).filter(
    ({ member, team, grade }) =>
      last.has(member.accountId) && (!team || known.has(team.id)) && differsFrom(last.get(member.accountId)!, grade),
  );
  if (changed.length === 0) return [];
  const names = changed.slice(0, 3).map((one) => one.member.name);
  return [
    line({
      urgency: 45,
      tone: 'ochre',
      headline: `${plural(changed.length, 'released grade')} would differ now`,
      detail: `${names.join(', ')}${changed.length > 3 ? ' and others' : ''}: the evidence changed since the grade was shown.`,
      href: href('grades/sheet'),
      label: 'Grade sheet',
    }),
  ];
}

function toRate({ open, students, rated, personId, href }: Given): TodayItem[] {
  const own = students.find((one) => one.accountId === personId);
  if (!open || !own?.teamId) return [];
  const mates = students.filter((one) => one.teamId === own.teamId && one.accountId !== personId);
  const left = mates.filter((mate) => !rated.some((one) => one.roundId === open.id && one.toId === mate.accountId));
  if (left.length === 0) return [];
  return [
    line({
      urgency: 40,
      headline: `${open.name}: ${left.length === mates.length ? 'not answered yet' : `${left.length} of ${mates.length} left`}`,
      detail: 'Only your instructor reads your answers.',
      href: href('grades/peers'),
      label: 'Peer rating',
    }),
  ];
}

/** Days for which a grade is new. */
const NEW = 7;
function newGrade({ released, at, href }: Given): TodayItem[] {
  const last = released.at(-1);
  if (!last || at.getTime() - last.releasedAt.getTime() > NEW * 86_400_000) return [];
  return [
    line({
      urgency: 42,
      tone: 'moss',
      headline: last.number > 1 ? 'Your grade has changed' : 'Your grade is there',
      detail: last.number > 1 ? last.reason : 'With where each part comes from. Nobody else of the class can read it.',
      href: href('grades/mine'),
      label: 'My grade',
    }),
  ];
}

export const gradesToday = todayPart('grades', load, gradeItems);

import type { Sql } from '@/db/connection';
import { listTeams } from '@/areas/course';
import {
  criteriaFor,
  listAnchors,
  listJudgements,
  listJudging,
  listRubrics,
  listScores,
  teamsOf,
  type Criterion,
} from './rubrics';
import type { Actor } from '@/server/actor';

/** What the holder of a judge's link scores: the rubric, the teams, what was given so far. */
export async function judgeHere(sql: Sql, projectId: string, actor: Actor) {
  const [judgeId, rubricId] = 'judgeId' in actor ? [actor.judgeId, actor.rubricId] : [null, null];
  const [teams, rubrics, scores, judgements, judging, anchors] = await Promise.all([
    listTeams(sql, projectId),
    listRubrics(sql, projectId),
    listScores(sql, projectId),
    listJudgements(sql, projectId),
    listJudging(sql, projectId),
    listAnchors(sql, projectId),
  ]);
  const rubric = rubrics.find((one) => one.id === rubricId);
  const judge = rubric?.judges.find((one) => one.id === judgeId);
  const own = scores.filter((one) => one.judgeId === judgeId);
  const criteria = (teamId: string): Criterion[] =>
    rubric && judge
      ? criteriaFor(
          rubric,
          judge,
          own.filter((one) => one.teamId === teamId),
        )
      : [];
  return {
    rubric,
    judge,
    own,
    criteria,
    teams: judge ? teamsOf(judge, teams, judging) : [],
    anchors: anchors.filter((one) => one.rubricId === rubricId),
    judgements: judgements.filter((one) => one.judgeId === judgeId),
  };
}

import type { InferType } from 'yup';
import { pointsOffered } from '@/core/rubric';
import { listStudents, listTeams } from '@/areas/course';
import { criteriaFor, listJudging, listScores, teamsOf, type Judge, type Rubric } from '@/areas/grades/read/rubrics';
import { listPeerRounds } from '@/areas/grades/read/peers';
import { FieldError } from '@/server/outcome';
import { orConflict, type Command, type Work } from '@/server/perform';
import { read } from '@/ui/forms/schema';
import { rubricOf } from './rubricOf';
import { ownScoreSchema, peerRatingSchema, scoreSchema } from '@/areas/grades/records/grades';

type Given = InferType<typeof scoreSchema>;
type OwnGiven = InferType<typeof ownScoreSchema>;
type Ratings = InferType<typeof peerRatingSchema>;

/**
 * Records a judge's points for one team, all criteria and remarks in one write. Ids are the client's; a score seen before
 * carries its version, and the judge and rubric are the link's, never the client's.
 */
export const recordScores: Command<Given, { scored: number }> = {
  door: '/api/v1/scores',
  schema: scoreSchema as Command<Given, never>['schema'],
  target: async (sql, input, projectId) => {
    const given = Array.isArray(input.scores) ? input.scores : [];
    const criteria = given
      .map((one) => (one as { criterionId?: unknown } | null)?.criterionId)
      .filter((one) => typeof one === 'string');
    const rubrics = await sql<
      { rubricId: string }[]
    >`select distinct rubric_id from criterion where project_id = ${projectId} and id::text = any(${criteria})`;
    return rubrics.length === 1 ? { rubricId: rubrics[0]!.rubricId } : null;
  },
  run: async (work, input) => {
    const { actor } = work.seat;
    if (!('judgeId' in actor) || !actor.judgeId || !actor.rubricId)
      throw new FieldError('', 'This link scores nothing.');
    const rubric = await rubricOf(work, actor.rubricId);
    const judge = rubric.judges.find((one) => one.id === actor.judgeId);
    if (!judge) throw new FieldError('', 'This link scores nothing any more.');
    return keepAll(work, rubric, judge, input);
  },
};

/** The same by somebody with an account: the instructor, or a student for another team. */
export const recordOwnScores: Command<OwnGiven, { scored: number }> = {
  door: '/api/v1/team-scores',
  schema: ownScoreSchema as Command<OwnGiven, never>['schema'],
  target: async (sql, input, projectId, seat) => {
    const [team] = await sql<{ id: string; sectionId: string }[]>`
      select id, section_id from team where id::text = ${String(input.teamId)} and project_id = ${projectId}`;
    const [asks] = await sql`
      select 1 from criterion c join rubric r on r.id = c.rubric_id where r.id::text = ${String(input.rubricId)}
        and r.project_id = ${projectId} and c.scorer = ${kindOf(seat.role)} limit 1`;
    return team ? { teamId: team.id, sectionId: team.sectionId, released: asks !== undefined } : null;
  },
  run: async (work, input) => {
    const rubric = await rubricOf(work, input.rubricId!);
    return keepAll(work, rubric, await judgeOf(work, rubric), input);
  },
};

const kindOf = (role: string) => (role === 'student' ? ('peers' as const) : ('instructor' as const));

/** The person's place among those who score the rubric, made with their first score. */
async function judgeOf({ tx, projectId, seat }: Work, rubric: Rubric): Promise<Judge> {
  const { id: accountId, name } = seat.actor;
  const row = { projectId, rubricId: rubric.id, kind: kindOf(seat.role), accountId, name };
  await tx`insert into judge ${tx(row)} on conflict (rubric_id, account_id) do nothing`;
  const [judge] = await tx<[Judge]>`
    select id, rubric_id, name, kind, account_id from judge where rubric_id = ${rubric.id} and account_id = ${accountId}`;
  return judge;
}

async function keepAll(work: Work, rubric: Rubric, judge: Judge, input: Given): Promise<{ scored: number }> {
  const { tx, projectId } = work;
  const teams = teamsOf(judge, await listTeams(tx, projectId), await listJudging(tx, projectId));
  const { teamId } = input;
  if (!teams.some((one) => one.id === teamId)) throw new FieldError('', 'This team is not among those that you score.');
  const own = (await listScores(tx, projectId)).filter((one) => one.judgeId === judge.id && one.teamId === teamId);
  const criteria = criteriaFor(rubric, judge, own);
  const place = { projectId, rubricId: rubric.id, judgeId: judge.id, teamId: teamId! };
  let scored = 0;
  for (const [i, score] of input.scores.entries()) {
    if (!score.points) continue;
    const criterion = criteria.find((one) => one.id === score.criterionId);
    if (!criterion)
      throw new FieldError(
        '',
        'The rubric was changed since this page was opened. Reload it; what you entered stays on this device.',
      );
    const points = read(score.points, work.notes);
    if (points > criterion.max)
      throw new FieldError(`scores.${i}.points`, `${criterion.name} has at most ${criterion.max} points.`);
    const offered = pointsOffered(criterion.levels, rubric.halfLevels);
    if (offered.length && !offered.some((one) => Math.abs(one - points) < 1e-9))
      throw new FieldError(`scores.${i}.points`, `${criterion.name} has the levels ${offered.join(', ')}.`);
    await keepScore(work, { ...place, criterionId: criterion.id, points, remark: score.remark }, score);
    scored++;
  }
  const { strong, next, judgementId, judgementVersion: version } = input;
  if (judgementId && (strong || next || version !== null))
    await keepJudgement(work, { ...place, id: judgementId, strong, next }, version ?? null);
  return { scored };
}

interface Place {
  projectId: string;
  rubricId: string;
  judgeId: string;
  teamId: string;
}

async function keepScore(
  { tx }: Work,
  row: Place & { criterionId: string; points: number; remark: string },
  { id, version }: { id: string; version?: number | null },
): Promise<void> {
  const { judgeId, criterionId, teamId } = row;
  const written = await tx`
    insert into score ${tx({ id, ...row })} on conflict (judge_id, criterion_id, team_id) do update set points = excluded.points,
      remark = excluded.remark,
      first_points = case when score.points = excluded.points then score.first_points else coalesce(score.first_points, score.points) end
    where score.version = ${version ?? 0} or (score.points = excluded.points and score.remark = excluded.remark) returning 1`;
  await orConflict(written, tx, id, async () => {
    const [now] = await tx<{ points: number; remark: string; version: number }[]>`
      select points, remark, version from score
      where judge_id = ${judgeId} and criterion_id = ${criterionId} and team_id = ${teamId}`;
    return now && { points: String(now.points), remark: now.remark, version: now.version };
  });
}

async function keepJudgement(
  { tx }: Work,
  row: Place & { id: string; strong: string; next: string },
  version: number | null,
): Promise<void> {
  const { judgeId, teamId, id } = row;
  const written = await tx`
    insert into judgement ${tx(row)} on conflict (judge_id, team_id) do update set strong = excluded.strong, next = excluded.next
    where judgement.version = ${version ?? 0} or (judgement.strong = excluded.strong and judgement.next = excluded.next) returning 1`;
  await orConflict(written, tx, id, async () => {
    const [now] = await tx<{ strong: string; next: string; version: number }[]>`
      select strong, next, version from judgement where judge_id = ${judgeId} and team_id = ${teamId}`;
    return now;
  });
}

/** A member's answers about the others of the own team; the person rating is whoever is signed in. */
export const recordPeers: Command<Ratings, { rated: number }> = {
  door: '/api/v1/peer-ratings',
  schema: peerRatingSchema as Command<Ratings, never>['schema'],
  run: async (work, input) => {
    const { tx, projectId, seat } = work;
    const round = (await listPeerRounds(tx, projectId)).find((one) => one.id === input.roundId);
    if (!round) throw new FieldError('', 'This peer rating was removed meanwhile.');
    if (!round.isOpen) throw new FieldError('', 'This peer rating is closed. Ask your instructor to open it.');
    const { teamId, actor } = seat;
    if (!teamId) throw new FieldError('', 'You are in no team yet.');
    const mates = new Set(
      (await listStudents(tx, projectId)).filter((one) => one.teamId === teamId).map((one) => one.accountId),
    );
    for (const [i, rating] of input.ratings.entries()) {
      if (!mates.has(rating.toId!)) throw new FieldError('', 'One of these is not in your team any more.');
      if (rating.answers.length !== round.questions.length)
        throw new FieldError(`ratings.${i}.answers`, 'Answer every question.');
      await keepRating(work, { ...rating, roundId: round.id, teamId, fromId: actor.id, projectId });
    }
    return { rated: input.ratings.length };
  },
};

type Rating = Ratings['ratings'][number] & { roundId: string; teamId: string; fromId: string; projectId: string };

async function keepRating({ tx }: Work, rating: Rating): Promise<void> {
  const { id, version, projectId, roundId, teamId, fromId, toId, remark } = rating;
  const answers = tx.json(rating.answers);
  const row = { id: id!, projectId, roundId, teamId, fromId, toId: toId!, answers, remark };
  const written = await tx`
    insert into peer_rating ${tx(row)} on conflict (round_id, from_id, to_id) do update set answers = excluded.answers,
      remark = excluded.remark, team_id = excluded.team_id
    where peer_rating.version = ${version ?? 0} or (peer_rating.answers = excluded.answers and peer_rating.remark = excluded.remark)
    returning 1`;
  await orConflict(written, tx, id!, async () => {
    const [now] = await tx<{ answers: number[]; remark: string; version: number }[]>`
      select answers, remark, version from peer_rating where round_id = ${roundId} and from_id = ${fromId} and to_id = ${toId!}`;
    return now && { answers: now.answers.join(', '), remark: now.remark, version: now.version };
  });
}

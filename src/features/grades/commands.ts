import type { InferType } from 'yup';
import { FieldError } from '@/server/outcome';
import { orConflict, type Command, type Work } from '@/server/perform';
import { read } from '@/ui/forms/schema';
import { scoreSchema } from './schema';

type Input = InferType<typeof scoreSchema>;

/**
 * Records a judge's points for one team. Ids are the client's; a score seen before carries its version, and the
 * judge and rubric are the link's, never the client's.
 */
export const recordScores: Command<Input, { scored: number }> = {
  door: '/api/v1/scores',
  schema: scoreSchema as Command<Input, never>['schema'],
  target: async (sql, input, projectId) => {
    const criteria = Array.isArray(input.scores)
      ? input.scores
          .map((one) => (one as { criterionId?: unknown }).criterionId)
          .filter((one) => typeof one === 'string')
      : [];
    const rubrics = await sql<
      { rubricId: string }[]
    >`select distinct rubric_id from criterion where project_id = ${projectId} and id::text = any(${criteria})`;
    return rubrics.length === 1 ? { rubricId: rubrics[0]!.rubricId } : null;
  },
  run: async (work, input) => {
    const { tx, projectId, seat } = work;
    if (!('judgeId' in seat.actor) || !seat.actor.judgeId || !seat.actor.rubricId)
      throw new FieldError('', 'This link scores nothing.');
    const { judgeId, rubricId } = seat.actor;
    const [team] = await tx`select 1 from team where id = ${input.teamId} and project_id = ${projectId}`;
    if (!team) throw new FieldError('teamId', 'This team is not part of the project.');
    const criteria = await tx<
      { id: string; name: string; max: number }[]
    >`select id, name, max from criterion where rubric_id = ${rubricId}`;
    for (const [i, score] of input.scores.entries()) {
      if (!score.points) continue;
      const criterion = criteria.find((one) => one.id === score.criterionId);
      if (!criterion) throw new FieldError(`scores.${i}.points`, 'This criterion is not part of the rubric.');
      const points = read(score.points, work.notes);
      if (points > criterion.max)
        throw new FieldError(`scores.${i}.points`, `${criterion.name} has at most ${criterion.max} points.`);
      await keep(
        work,
        { projectId, rubricId, judgeId, teamId: input.teamId, criterionId: criterion.id, points },
        score,
      );
    }
    return { scored: input.scores.filter((score) => score.points).length };
  },
};

interface Kept {
  projectId: string;
  rubricId: string;
  judgeId: string;
  teamId: string;
  criterionId: string;
  points: number;
}

async function keep({ tx }: Work, row: Kept, { id, version }: { id: string; version: number | null }): Promise<void> {
  const { judgeId, criterionId, teamId } = row;
  const written = await tx`
    insert into score ${tx({ id, ...row })} on conflict (judge_id, criterion_id, team_id) do update set points = excluded.points
    where score.version = ${version ?? 0} or score.points = excluded.points returning 1`;
  await orConflict(written, tx, id, async () => {
    const [now] = await tx<{ points: number; version: number }[]>`
      select points, version from score where judge_id = ${judgeId} and criterion_id = ${criterionId} and team_id = ${teamId}`;
    return now && { points: String(now.points), version: now.version };
  });
}

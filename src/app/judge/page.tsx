import { enterByLink } from '@/server/access';
import { listTeams } from '@/domain/classes/read';
import { listRubrics, listScores } from '@/domain/grades/read';
import { Waiting } from '@/ui/outbox/Waiting';
import { FieldPages } from '@/ui/outbox/FieldPages';
import { tagColour } from '@/ui/colours';
import { Plain } from '@/ui/sheet/Plain';
import { TeamTag } from '@/ui/sheet/Sheet';
import { pool } from '@/db/connection';

export default async function JudgePage() {
  const { project, actor } = await enterByLink('judge.page');
  const judge = 'judgeId' in actor ? actor : null;
  const [teams, rubrics, scores] = await Promise.all([
    listTeams(pool(), project.id),
    listRubrics(pool(), project.id),
    listScores(pool(), project.id),
  ]);
  const rubric = rubrics.find((one) => one.id === judge?.rubricId);
  const count = (teamId: string) =>
    scores.filter((one) => one.judgeId === judge?.judgeId && one.teamId === teamId).length;
  return (
    <Plain
      title={rubric?.name ?? 'Judging'}
      about={`${actor.name}, thank you for judging ${project.title}. Choose a team; your points can be changed until the link ends.`}
    >
      <ul>
        {teams.map((team) => (
          <li key={team.id} className="border-b border-hair">
            <a href={`/judge/${team.id}`} className="flex justify-between py-3 text-lg text-ink">
              <TeamTag name={team.name} colour={tagColour(team.colour)} />
              <span className={count(team.id) === rubric?.criteria.length ? 'text-moss' : 'faint'}>
                {count(team.id)} of {rubric?.criteria.length} scored
              </span>
            </a>
          </li>
        ))}
      </ul>
      <Waiting path="/api/v1/scores" />
      <FieldPages pages={['/judge', ...teams.map((team) => `/judge/${team.id}`)]} />
    </Plain>
  );
}

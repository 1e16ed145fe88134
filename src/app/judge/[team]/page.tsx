import { Link } from '@/ui/Link';
import { notFound } from 'next/navigation';
import { JudgeForm } from '@/features/grades/forms';
import { enterByLink } from '@/server/access';
import { ownerId } from '@/server/actor';
import { listTeams } from '@/domain/classes/read';
import { listRubrics, listScores } from '@/domain/grades/read';
import { Entering } from '@/ui/outbox/Entering';
import { Plain } from '@/ui/sheet/Plain';
import { pool } from '@/db/connection';

export default async function JudgeTeamPage({ params }: { params: Promise<{ team: string }> }) {
  const { project, actor } = await enterByLink('judge.page');
  const judge = 'judgeId' in actor ? actor : null;
  const { team: id } = await params;
  const [teams, rubrics, scores] = await Promise.all([
    listTeams(pool(), project.id),
    listRubrics(pool(), project.id),
    listScores(pool(), project.id),
  ]);
  const team = teams.find((one) => one.id === id);
  const rubric = rubrics.find((one) => one.id === judge?.rubricId);
  if (!team || !rubric) notFound();
  const given = scores.filter((one) => one.judgeId === judge?.judgeId && one.teamId === id);
  return (
    <Plain
      title={team.name}
      about={`${rubric.name}, scored by ${actor.name}`}
      actions={
        <Link className="btn" href="/judge">
          All teams
        </Link>
      }
    >
      <Entering people={[{ id: ownerId(actor), name: actor.name }]}>
        <JudgeForm
          projectId={project.id}
          teamId={team.id}
          teamName={team.name}
          criteria={rubric.criteria}
          given={given.map(({ id, criterionId, points, version }) => ({ id, criterionId, points, version }))}
        />
      </Entering>
    </Plain>
  );
}

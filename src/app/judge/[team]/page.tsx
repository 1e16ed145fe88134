import { Link } from '@/ui/Link';
import { notFound } from 'next/navigation';
import { judgeHere } from '@/areas/grades';
import { ScoreForm } from '@/areas/grades/ui/ScoreForm';
import { TeamEvidence } from '@/areas/grades/ui/TeamEvidence';
import { enterByLink } from '@/server/access';
import { ownerId } from '@/server/actor';
import { Entering } from '@/ui/outbox/Entering';
import { Plain } from '@/ui/sheet/Plain';
import { pool } from '@/db/connection';

export default async function JudgeTeamPage({ params }: { params: Promise<{ team: string }> }) {
  const { project, actor } = await enterByLink('judge.page');
  const { team: id } = await params;
  const { rubric, teams, own, criteria, judgements } = await judgeHere(pool(), project.id, actor);
  const team = teams.find((one) => one.id === id);
  if (!team || !rubric) notFound();
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
      <TeamEvidence sql={pool()} projectId={project.id} teamId={team.id} />
      <Entering people={[{ id: ownerId(actor), name: actor.name }]}>
        <ScoreForm
          projectId={project.id}
          rubricId={null}
          teamId={team.id}
          teamName={team.name}
          criteria={criteria(team.id)}
          halfLevels={rubric.halfLevels}
          given={own.filter((one) => one.teamId === id)}
          judgement={judgements.find((one) => one.teamId === id) ?? null}
          here={`/judge/${team.id}`}
          then="/judge"
        />
      </Entering>
    </Plain>
  );
}

import { notFound } from 'next/navigation';
import { gradeViews, openSheet, ProjectFrame, type SheetProps } from '@/shell/frame';
import { hrefIn } from '@/areas/course';
import { ScoreForm } from '@/areas/grades/ui/ScoreForm';
import { Nothing, TeamTag } from '@/ui/sheet/Sheet';
import { Waiting } from '@/ui/outbox/Waiting';
import { Link } from '@/ui/Link';
import { tagColour } from '@/ui/colours';
import { criteriaFor, listJudgements, listRubrics, listScores } from '@/areas/grades';
import { number } from '@/core/format';
import { pool } from '@/db/connection';

export default async function ScorePage(props: SheetProps<{ rubric: string }>) {
  // Students score other teams where the rubric leaves criteria to them.
  const frame = await openSheet('/projects/[project]/grades/[rubric]/score', props, { released: true });
  const { seat, team, section } = frame;
  const { id: projectId } = seat.project;
  const { rubric: id } = await props.params;
  const kind = seat.role === 'student' ? ('peers' as const) : ('instructor' as const);
  const [rubrics, scores, judgements] = await Promise.all([
    listRubrics(pool(), projectId),
    listScores(pool(), projectId),
    listJudgements(pool(), projectId),
  ]);
  const rubric = rubrics.find((one) => one.id === id);
  if (!rubric || !rubric.criteria.some((one) => one.scorer === kind)) notFound();
  const judge = rubric.judges.find((one) => one.accountId === seat.actor.id);
  const own = scores.filter((one) => one.rubricId === id && one.judgeId === judge?.id && judge !== undefined);
  const teams = frame.teams.filter(
    (one) =>
      one.id !== seat.teamId &&
      (!section || one.sectionId === section.id) &&
      (seat.role !== 'student' || one.sectionId === seat.sectionId),
  );
  const chosen = teams.find((one) => one.id === team?.id);
  const ofTeam = (teamId: string) => own.filter((one) => one.teamId === teamId);
  const criteria = (teamId: string) => criteriaFor(rubric, judge ?? { id: null, kind }, ofTeam(teamId));
  const here = hrefIn(frame, `grades/${id}/score`);
  return (
    <ProjectFrame
      shows={['grades']}
      frame={frame}
      sheet="grades"
      name="Grades"
      view="grades"
      views={gradeViews(seat.role)}
      title={chosen ? `${rubric.name}: ${chosen.name}` : `Score ${rubric.name}`}
      byTeam={false}
      actions={
        <Link className="btn" href={hrefIn(frame, `grades/${id}`)}>
          Rubric
        </Link>
      }
    >
      {teams.length === 0 && <Nothing>There is no team that you score.</Nothing>}
      <ul className="max-w-xl mb-4">
        {teams.map((one) => (
          <li key={one.id} className="border-b border-hair">
            <a href={`${here.split('?')[0]}?team=${one.id}`} className="flex justify-between py-2.5 text-ink">
              <TeamTag name={one.name} colour={tagColour(one.colour)} />
              <span className="faint">
                {number(ofTeam(one.id).length)} of {criteria(one.id).length} scored
              </span>
            </a>
          </li>
        ))}
      </ul>
      <Waiting path="/api/v1/team-scores" />
      {chosen && (
        <div className="max-w-2xl">
          <ScoreForm
            key={chosen.id}
            projectId={projectId}
            rubricId={id}
            teamId={chosen.id}
            teamName={chosen.name}
            criteria={criteria(chosen.id)}
            halfLevels={rubric.halfLevels}
            given={ofTeam(chosen.id)}
            judgement={judgements.find((one) => one.judgeId === judge?.id && one.teamId === chosen.id) ?? null}
            here={here}
            then=""
          />
        </div>
      )}
    </ProjectFrame>
  );
}

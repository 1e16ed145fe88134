import { notFound } from 'next/navigation';
import { gradeViews, openSheet, ProjectFrame, type SheetProps } from '@/shell/frame';
import { hrefIn } from '@/areas/course';
import { JudgesCompared, TalkList } from '@/areas/grades/ui/JudgesCompared';
import { PanelForm } from '@/areas/grades/ui/PanelForm';
import { CHANGE } from '@/ui/kit/icons';
import { SidePanel } from '@/ui/kit/SidePanel';
import { Link } from '@/ui/Link';
import { loadGrades, talkAbout, listJudging, listScores } from '@/areas/grades';
import { pool } from '@/db/connection';

export default async function JudgesPage(props: SheetProps<{ rubric: string }>) {
  const frame = await openSheet('/projects/[project]/grades/[rubric]/judges', props);
  const { seat } = frame;
  const { id: projectId } = seat.project;
  const { rubric: id } = await props.params;
  const [grades, scores, judging] = await Promise.all([
    loadGrades(pool(), projectId),
    listScores(pool(), projectId),
    listJudging(pool(), projectId),
  ]);
  const found = grades.find((one) => one.rubric.id === id);
  if (!found) notFound();
  const { rubric } = found;
  const planned = judging.filter((one) => one.rubricId === id);
  const judges = rubric.judges.filter((one) => one.kind === 'judges');
  const shown = frame.teams.filter((one) => !frame.section || one.sectionId === frame.section.id);
  const talk = talkAbout(rubric, scores).filter((one) => shown.some((team) => team.id === one.team));
  return (
    <ProjectFrame
      shows={['grades']}
      frame={frame}
      sheet="grades"
      name="Grades"
      view="grades"
      views={gradeViews(seat.role)}
      title={`Judges of ${rubric.name}`}
      byTeam={false}
      actions={
        <>
          <Link className="btn" href={hrefIn(frame, `grades/${id}`)}>
            Rubric
          </Link>
          {judges.length > 1 && (
            <SidePanel id="panel" label="Plan who judges whom" icon={CHANGE} title="Who judges whom">
              <PanelForm
                projectId={projectId}
                rubricId={id}
                perTeam={String(Math.min(judges.length, judges.length > 2 ? 2 : judges.length))}
              />
            </SidePanel>
          )}
        </>
      }
    >
      <TalkList talk={talk} criteria={rubric.allCriteria} scores={scores} grades={found} teams={shown} />
      <JudgesCompared grades={found} teams={frame.teams} />
      {planned.length > 0 && (
        <section aria-label="Who judges whom" className="max-w-3xl">
          <h2 className="h3">Who judges whom</h2>
          <ul>
            {judges.map((judge) => (
              <li key={judge.id} className="border-b border-hair py-1">
                <b>{judge.name}</b>:{' '}
                {frame.teams
                  .filter((team) => planned.some((one) => one.judgeId === judge.id && one.teamId === team.id))
                  .map((team) => team.name)
                  .join(', ') || 'no team'}
              </li>
            ))}
          </ul>
          <p className="text-sm faint">Drawn with the seed {planned[0]!.seed}; anyone can repeat it.</p>
        </section>
      )}
    </ProjectFrame>
  );
}

import { openSheet, gradeViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { Link } from '@/ui/Link';
import { hrefIn } from '@/areas/course';
import { pool } from '@/db/connection';
import { readScorePage } from '@/areas/grades/read/pages/score';
import { ScoreView } from '@/areas/grades/ui/pages/ScoreView';

export default async function ScorePage(props: SheetProps<{ rubric: string }>) {
  // Students score other teams where the rubric leaves criteria to them.
  const frame = await openSheet('/projects/[project]/grades/[rubric]/score', props, { released: true });
  const { rubric: id } = await props.params;
  const found = await readScorePage(pool(), frame, { id });
  const { rubric, chosen } = found;
  const { seat } = frame;
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
      <ScoreView {...found} frame={frame} id={id} />
    </ProjectFrame>
  );
}

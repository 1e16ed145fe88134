import { gradeViews, openSheet, ProjectFrame, type SheetProps } from '@/shell/frame';
import { FormerGrades, GradeWords } from '@/areas/grades/ui/GradeWords';
import { Nothing } from '@/ui/sheet/Sheet';
import { listOwnReleasedGrades } from '@/areas/grades';
import { allowed } from '@/server/access';
import { moment } from '@/core/format';
import { momentHere } from '@/server/clock';
import { pool } from '@/db/connection';

export default async function MyGradePage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/grades/mine', props);
  const { seat } = frame;
  // Only what was released to this very person is read at all.
  const shown = seat.role === 'student' ? await listOwnReleasedGrades(pool(), seat.project.id, seat.actor.id) : [];
  const last = allowed(seat, 'grade.own', { authorId: seat.actor.id, released: shown.length > 0 })
    ? shown.at(-1)
    : null;
  const when = (at: Date) => moment(momentHere(seat.project, at));
  return (
    <ProjectFrame
      shows={['grades']}
      frame={frame}
      sheet="grades"
      name="Grades"
      view="grades/mine"
      views={gradeViews(seat.role)}
      title="My grade"
      about={last ? `${seat.actor.name} · shown ${when(last.releasedAt)}` : undefined}
      byTeam={false}
    >
      {last ? (
        <>
          {last.number > 1 && <p className="callout mb-3">Changed because {last.reason.replace(/\.?$/, '.')}</p>}
          <GradeWords page={last.content} />
          <FormerGrades released={shown} when={when} />
        </>
      ) : (
        <Nothing>
          Your grade stands here once your instructor releases it. Nobody else of the class can read it.
        </Nothing>
      )}
    </ProjectFrame>
  );
}

import { openSheet, briefViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { listVisits, visitFor } from '@/areas/brief';
import { day, plural } from '@/core/format';
import { pool } from '@/db/connection';
import { readQuestionsPage } from '@/areas/brief/read/pages/questions';
import { QuestionsView, QuestionsActions } from '@/areas/brief/ui/pages/QuestionsView';

export default async function QuestionsPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/interview', props);
  const { project } = frame.seat;
  const visits = await listVisits(pool(), project.id);
  const visit = visitFor(visits, (await props.searchParams).visit);
  const found = await readQuestionsPage(pool(), frame, { visit });
  const { asked } = found;

  return (
    <ProjectFrame
      shows={['interview']}
      frame={frame}
      sheet="brief"
      name="Questions"
      title={visit ? `Questions for the ${visit.title}` : 'Questions for the client'}
      about={
        visit
          ? `${day(visit.heldOn, true)}, ${visit.minutes} min, ${plural(asked.length, 'question')}, ${visit.state}`
          : undefined
      }
      views={briefViews(frame.seat.project.hiddenSheets)}
      view="interview"
      byTeam={false}
      actions={<QuestionsActions {...found} frame={frame} visits={visits} visit={visit} />}
    >
      <QuestionsView {...found} frame={frame} visits={visits} visit={visit} />
    </ProjectFrame>
  );
}

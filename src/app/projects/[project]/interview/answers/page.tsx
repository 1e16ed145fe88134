import { openSheet, briefViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { listVisits, visitFor } from '@/areas/brief';
import { day, plural } from '@/core/format';
import { SidePanel } from '@/ui/kit/SidePanel';
import { ADD } from '@/ui/kit/icons';
import { StatementForm } from '@/areas/brief/ui/interview/StatementForm';
import { pool } from '@/db/connection';
import { readAnswersPage } from '@/areas/brief/read/pages/answers';
import { AnswersView } from '@/areas/brief/ui/pages/AnswersView';

export default async function AnswersPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/interview/answers', props);
  const { project } = frame.seat;
  const visits = await listVisits(pool(), project.id);
  const visit = visitFor(visits, (await props.searchParams).visit);
  const found = await readAnswersPage(pool(), frame, { visit });
  const { leads, asked, answered } = found;

  return (
    <ProjectFrame
      shows={['interview', 'requirements']}
      frame={frame}
      sheet="brief"
      name="Answers"
      title={visit ? `Answers, ${visit.title}` : 'What the client said'}
      about={
        visit
          ? `${day(visit.heldOn, true)}, ${answered.length} of ${plural(asked.length, 'question')} answered`
          : undefined
      }
      views={briefViews(frame.seat.project.hiddenSheets)}
      view="interview/answers"
      byTeam={false}
      actions={
        leads && (
          <SidePanel id="new" label="Add sentence" icon={ADD} title="A sentence that was said elsewhere">
            <StatementForm projectId={project.id} today={frame.today} />
          </SidePanel>
        )
      }
    >
      <AnswersView {...found} frame={frame} visits={visits} visit={visit} />
    </ProjectFrame>
  );
}

import { openSheet, scheduleViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { plural } from '@/core/format';
import { Link } from '@/ui/Link';
import { hrefIn } from '@/areas/course';
import { pool } from '@/db/connection';
import { readGatesPage } from '@/areas/plan/read/pages/gates';
import { GatesView } from '@/areas/plan/ui/pages/GatesView';

export default async function GatesPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/schedule/gates', props);
  const found = await readGatesPage(pool(), frame);
  const { leads, gates } = found;
  const { role } = frame.seat;
  return (
    <ProjectFrame
      shows={['bench', 'builds', 'gates', 'plan', 'reviews', 'safety']}
      frame={frame}
      sheet="schedule"
      name="Schedule"
      view="schedule/gates"
      views={scheduleViews(role)}
      title="Gates"
      byTeam={leads}
      about={gates.length > 0 ? `${plural(gates.length, 'gate')}; each opens once its checklist is met` : undefined}
      actions={
        leads && gates.length > 0 ? (
          <Link className="btn" href={hrefIn(frame, 'schedule/gates/edit')}>
            Change the gates
          </Link>
        ) : undefined
      }
    >
      <GatesView {...found} frame={frame} />
    </ProjectFrame>
  );
}

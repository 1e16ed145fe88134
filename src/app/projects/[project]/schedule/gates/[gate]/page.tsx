import { openSheet, scheduleViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { Link } from '@/ui/Link';
import { hrefIn } from '@/areas/course';
import { pool } from '@/db/connection';
import { readGatePage } from '@/areas/plan/read/pages/gate';
import { GateView } from '@/areas/plan/ui/pages/GateView';

export default async function GatePage(props: SheetProps<{ gate: string }>) {
  const frame = await openSheet('/projects/[project]/schedule/gates/[gate]', props);
  const { gate: id } = await props.params;
  const found = await readGatePage(pool(), frame, { id });
  const { sees, gate, team, guards } = found;
  const { seat } = frame;
  return (
    <ProjectFrame
      shows={['bench', 'builds', 'gates', 'plan', 'reviews', 'safety']}
      frame={frame}
      sheet="schedule"
      name="Schedule"
      view={`schedule/gates/${id}`}
      views={scheduleViews(seat.role)}
      title={team ? `${gate.name}, ${team.name}` : gate.name}
      byTeam={sees}
      about={`before ${gate.stageName}${guards.length ? `; until then ${guards.join(' and ')}` : ''}`}
      actions={
        <Link className="btn" href={hrefIn(frame, 'schedule/gates')}>
          All gates
        </Link>
      }
    >
      <GateView {...found} frame={frame} />
    </ProjectFrame>
  );
}

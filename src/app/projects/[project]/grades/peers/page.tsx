import { openSheet, gradeViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { pool } from '@/db/connection';
import { readPeersPage } from './read';
import { PeersView, PeersActions } from './PeersView';

export default async function PeersPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/grades/peers', props);
  const found = await readPeersPage(pool(), frame);
  const { leads } = found;
  const { seat } = frame;
  return (
    <ProjectFrame
      shows={['grades', 'classes']}
      frame={frame}
      sheet="grades"
      name="Grades"
      view="grades/peers"
      views={gradeViews(seat.role)}
      title="Peer rating"
      byTeam={leads}
      actions={leads && <PeersActions {...found} frame={frame} />}
    >
      <PeersView {...found} frame={frame} />
    </ProjectFrame>
  );
}

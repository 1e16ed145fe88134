import { openSheet, teamViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { pool } from '@/db/connection';
import { readDrawsPage } from '@/areas/course/read/pages/draws';
import { DrawsView } from '@/areas/course/ui/pages/DrawsView';

export default async function DrawsPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/teams/draws', props);
  const found = await readDrawsPage(pool(), frame);
  const { draws } = found;
  const { role } = frame.seat;
  return (
    <ProjectFrame
      shows={['draws']}
      frame={frame}
      sheet="teams"
      name="Teams"
      view="teams/draws"
      views={teamViews(role)}
      title="Fair draws"
      byTeam={false}
      about={draws.length > 0 ? `${draws.length} made` : undefined}
    >
      <DrawsView {...found} frame={frame} />
    </ProjectFrame>
  );
}

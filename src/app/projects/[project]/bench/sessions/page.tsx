import { openSheet, BENCH_VIEWS, type SheetProps, ProjectFrame } from '@/shell/frame';
import { pool } from '@/db/connection';
import { readSessionsPage } from '@/areas/bench/read/pages/sessions';
import { SessionsView, SessionsActions } from '@/areas/bench/ui/pages/SessionsView';

export default async function SessionsPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/bench/sessions', props);
  const found = await readSessionsPage(pool(), frame);
  const { leads, events } = found;

  return (
    <ProjectFrame
      shows={['bench', 'bookings', 'event', 'sessions']}
      frame={frame}
      sheet="bench"
      name="Bench"
      view="bench/sessions"
      views={BENCH_VIEWS}
      title="Test sessions"
      byTeam={false}
      actions={leads && events.length > 0 && frame.teams.length > 0 && <SessionsActions {...found} frame={frame} />}
    >
      <SessionsView {...found} frame={frame} />
    </ProjectFrame>
  );
}

import { openSheet, BENCH_VIEWS, type SheetProps, ProjectFrame } from '@/shell/frame';
import { weekday, plural, number } from '@/core/format';
import { pool } from '@/db/connection';
import { readSessionPage } from '@/areas/bench/read/pages/session';
import { SessionView, SessionActions } from '@/areas/bench/ui/pages/SessionView';

export default async function SessionPage(props: SheetProps<{ session: string }>) {
  const frame = await openSheet('/projects/[project]/bench/sessions/[session]', props);
  const { session: id } = await props.params;
  const found = await readSessionPage(pool(), frame, { id });
  const { session, section } = found;

  return (
    <ProjectFrame
      shows={['bench', 'bookings', 'event', 'gates', 'plan', 'safety', 'sessions']}
      frame={frame}
      sheet="bench"
      name="Bench"
      view="bench/sessions"
      views={BENCH_VIEWS}
      title={`Run sheet: ${session.eventName}, ${weekday(session.day)} ${session.start}`}
      byTeam={false}
      about={`section ${section?.name ?? ''} · ${plural(session.attempts, 'attempt')} each, ${number(session.minutesPerAttempt, 1)} min and ${number(session.resetMinutes, 1)} min reset, ${plural(session.stations, 'station')}`}
      actions={<SessionActions {...found} frame={frame} />}
    >
      <SessionView {...found} frame={frame} />
    </ProjectFrame>
  );
}

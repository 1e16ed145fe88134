import { openSheet, scheduleViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { Link } from '@/ui/Link';
import { hrefIn } from '@/areas/course';
import { pool } from '@/db/connection';
import { readBookingsPage } from '@/areas/plan/read/pages/bookings';
import { BookingsView } from '@/areas/plan/ui/pages/BookingsView';

export default async function BookingsPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/schedule/bookings', props);
  const { machine: asked, slot } = await props.searchParams;
  const found = await readBookingsPage(pool(), frame, { asked });
  const { leads, machines, machine } = found;
  const { role } = frame.seat;
  const { clock } = frame;
  return (
    <ProjectFrame
      shows={['bookings', 'gates', 'plan', 'safety', 'sessions']}
      frame={frame}
      sheet="schedule"
      name="Schedule"
      view="schedule/bookings"
      views={scheduleViews(role)}
      title={machine ? `Bookings of ${machine.name}` : 'Bookings'}
      about={clock ? `section ${clock.name}` : undefined}
      byTeam={false}
      actions={
        leads && machines.length > 0 ? (
          <Link className="btn" href={hrefIn(frame, 'schedule/machines')}>
            Machines
          </Link>
        ) : undefined
      }
    >
      <BookingsView {...found} frame={frame} slot={slot} />
    </ProjectFrame>
  );
}

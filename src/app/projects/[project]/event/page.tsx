import { openSheet, eventViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { plural } from '@/core/format';
import { pool } from '@/db/connection';
import { readEventPage } from './read';
import { EventView, EventActions } from './EventView';

export default async function EventPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/event', props);
  const found = await readEventPage(pool(), frame);
  const { results } = found;
  const { seat } = frame;
  return (
    <ProjectFrame
      shows={['bench', 'builds', 'event', 'grades', 'requirements', 'standings']}
      frame={frame}
      sheet="event"
      name="Event"
      views={eventViews(seat.role)}
      about={results.length ? plural(results.length, 'event') : undefined}
      actions={<EventActions {...found} frame={frame} />}
    >
      <EventView {...found} frame={frame} />
    </ProjectFrame>
  );
}

import { eventViews, openSheet, ProjectFrame, type SheetProps } from '@/shell/frame';
import { AnnouncerView } from '@/areas/event/ui/contests/AnnouncerView';
import { StoppedNote } from '@/areas/event/ui/contests/StoppedNote';
import { loadNotes, loadDay } from '@/areas/event';
import { stopNow } from '@/areas/safety';
import { isOfficialOfAny } from '@/areas/bench';
import { seatHere } from '@/server/access';
import { clockHere, momentOfEntry } from '@/server/clock';
import { pool } from '@/db/connection';

export default async function AnnouncerPage(props: SheetProps) {
  const known = await seatHere((await props.params).project);
  const official = known !== null && (await isOfficialOfAny(pool(), known));
  const frame = await openSheet('/projects/[project]/event/announcer', props, { official });
  const { project } = frame.seat;
  const [day, notes, stop] = await Promise.all([
    loadDay(pool(), project, momentOfEntry(project, frame.now, 0).getTime()),
    loadNotes(pool(), project.id),
    stopNow(pool(), project.id),
  ]);
  return (
    <ProjectFrame
      shows={['bench', 'builds', 'event']}
      frame={frame}
      sheet="event"
      name="Event"
      view="event/announcer"
      views={eventViews(frame.seat.role)}
      title="Announcer"
      byTeam={false}
    >
      <StoppedNote stop={stop} />
      <AnnouncerView
        contests={day.contests}
        notes={notes}
        teams={day.teams.map(({ id, name, colour }) => ({ id, name, colour }))}
        clock={clockHere(project)}
      />
    </ProjectFrame>
  );
}

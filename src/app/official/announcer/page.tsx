import { AnnouncerView } from '@/areas/event/ui/contests/AnnouncerView';
import { OfficialLive } from '@/areas/event/ui/contests/OfficialLive';
import { StoppedNote } from '@/areas/event/ui/contests/StoppedNote';
import { loadNotes, loadDay } from '@/areas/event';
import { stopNow } from '@/areas/safety';
import { enterByLink } from '@/server/access';
import { clockHere, momentOfEntry, projectNow } from '@/server/clock';
import { Plain } from '@/ui/sheet/Plain';
import { pool } from '@/db/connection';

/** For whoever speaks to the audience and has no account. */
export default async function OfficialAnnouncerPage() {
  const { project } = await enterByLink('official.page');
  const [day, notes, stop] = await Promise.all([
    loadDay(pool(), project, momentOfEntry(project, projectNow(project), 0).getTime()),
    loadNotes(pool(), project.id),
    stopNow(pool(), project.id),
  ]);
  return (
    <Plain title="Announcer" about={project.title} wide>
      <StoppedNote stop={stop} />
      <AnnouncerView
        contests={day.contests}
        notes={notes}
        teams={day.teams.map(({ id, name, colour }) => ({ id, name, colour }))}
        clock={clockHere(project)}
      />
      <OfficialLive />
    </Plain>
  );
}

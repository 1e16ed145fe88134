import { BoardView } from '@/areas/event/ui/contests/BoardView';
import { loadBoard } from '@/areas/event';
import { enterByLink } from '@/server/access';
import { momentOfEntry, projectNow, zoneHere } from '@/server/clock';
import { listSections, meetingsOf } from '@/areas/course';
import { weekday } from '@/core/format';
import { Plain } from '@/ui/sheet/Plain';
import { pool } from '@/db/connection';

export default async function BoardPage() {
  const { project, sectionId } = await enterByLink('board.page');
  const now = projectNow(project);
  const [sections, board] = await Promise.all([
    listSections(pool(), project.id),
    loadBoard(pool(), project, sectionId, momentOfEntry(project, now, 0).getTime()),
  ]);
  const today = now.slice(0, 10);
  return (
    <Plain
      title={project.title}
      tab={`Board · ${project.title}`}
      about={board.contests.length > 0 ? undefined : `Event ${weekday(project.eventDate)}`}
      wide={board.contests.length > 0 ? 'full' : true}
    >
      <BoardView board={board} zone={zoneHere(project)}>
        <section>
          <h2 className="mb-2">Next meetings</h2>
          {sections
            .filter((section) => !sectionId || section.id === sectionId)
            .map((section) => (
              <div key={section.id} className="mb-3 text-lg">
                <b>Section {section.name}</b>
                {meetingsOf(section)
                  .filter((meeting) => meeting.date >= today)
                  .slice(0, 4)
                  .map((meeting) => (
                    <p key={meeting.date + meeting.start}>
                      {weekday(meeting.date)} <span className="num">{meeting.start}</span>
                    </p>
                  ))}
              </div>
            ))}
        </section>
      </BoardView>
    </Plain>
  );
}

import { BoardPlaces } from '@/features/links/BoardPlaces';
import { boardRows } from '@/domain/links/board';
import { enterByLink } from '@/server/access';
import { projectNow } from '@/server/clock';
import { listSections, meetingsOf } from '@/domain/classes/read';
import { weekday } from '@/core/format';
import { Plain } from '@/ui/sheet/Plain';
import { pool } from '@/db/connection';

export default async function BoardPage() {
  const { project, sectionId } = await enterByLink('board.page');
  const [sections, rows] = await Promise.all([
    listSections(pool(), project.id),
    boardRows(pool(), project.id, sectionId),
  ]);
  const today = projectNow(project).slice(0, 10);
  return (
    <Plain title={project.title} tab={`Board · ${project.title}`} about={`Event ${weekday(project.eventDate)}`} wide>
      <div className="grid grid-cols-1 md:grid-cols-[2fr_1fr] gap-8">
        <section>
          <h2 className="mb-2">Standings</h2>
          <BoardPlaces rows={rows} />
        </section>
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
      </div>
    </Plain>
  );
}

import { boardRows } from '@/features/links/board';
import { enterByLink } from '@/server/access';
import { projectNow } from '@/server/clock';
import { listSections, meetingsOf } from '@/server/records/classes';
import { tagColour } from '@/ui/colours';
import { weekday } from '@/ui/format';
import { Plain } from '@/ui/sheet/Plain';

export default async function BoardPage() {
  const { project, sectionId } = await enterByLink('board.page');
  const [sections, rows] = await Promise.all([listSections(project.id), boardRows(project.id, sectionId)]);
  const today = projectNow(project).slice(0, 10);
  return (
    <Plain title={project.title} about={`Event ${weekday(project.eventDate)}`} wide>
      <div className="grid md:grid-cols-[2fr_1fr] gap-8">
        <section>
          <h2 className="mb-2">Standings</h2>
          {rows.length === 0 && <p className="text-xl faint">Places appear here once they are published.</p>}
          <ol>
            {rows.map((row) => (
              <li key={row.team} className="flex items-baseline gap-4 text-3xl leading-[52px] border-b border-hair">
                <span className="num !text-3xl w-12 right">{row.place}</span>
                <span
                  className="pl-3 border-l-[10px] font-cond font-semibold grow"
                  style={{ borderColor: tagColour(row.colour) }}
                >
                  {row.team}
                </span>
              </li>
            ))}
          </ol>
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

import { openSheet, ProjectFrame, type SheetProps } from '@/features/frame';
import { NoClassForm, SectionForm } from '@/features/schedule/forms';
import { MeetingTable } from '@/features/schedule/MeetingTable';
import { NEW_SECTION, sectionForm } from '@/features/schedule/toForm';
import { meetingsOf } from '@/server/records/classes';
import { Nothing } from '@/ui/sheet/Sheet';

export default async function SchedulePage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/schedule', props);
  const { project, role } = frame.seat;
  const leads = role === 'instructor';
  const sections = frame.section ? [frame.section] : frame.sections;
  const days = (frame.sections[0]?.noClass ?? []).map(({ from, to, reason }) => ({
    firstDay: from,
    lastDay: to,
    reason: reason ?? '',
  }));
  return (
    <ProjectFrame frame={frame} sheet="schedule" name="Schedule" byTeam={false} about="counted in class meetings">
      {frame.sections.length === 0 && (
        <Nothing>
          A section meets at given times between its first and its last day; time left is counted in these meetings.{' '}
          {leads ? 'Enter the first section below.' : ''}
        </Nothing>
      )}
      {sections.map((section) => (
        <section key={section.id} className="mb-6">
          <h3 className="mb-1">
            Section {section.name}
            {section.room && <span className="faint font-normal"> · room {section.room}</span>}
          </h3>
          <MeetingTable meetings={meetingsOf(section)} today={frame.today} eventDate={project.eventDate} />
          {leads && (
            <details className="mt-2 no-print">
              <summary className="cursor-pointer font-medium">Change section {section.name}</summary>
              <div className="pt-3">
                <SectionForm
                  key={section.version}
                  projectId={project.id}
                  id={section.id}
                  version={section.version}
                  values={sectionForm({ ...section })}
                />
              </div>
            </details>
          )}
        </section>
      ))}
      {leads && (
        <div className="no-print flex flex-col gap-4">
          <details open={frame.sections.length === 0}>
            <summary className="cursor-pointer font-medium">Add a section</summary>
            <div className="pt-3">
              <SectionForm
                key={frame.sections.length}
                projectId={project.id}
                id={null}
                version={null}
                values={NEW_SECTION}
              />
            </div>
          </details>
          {frame.sections.length > 0 && (
            <details>
              <summary className="cursor-pointer font-medium">Days without class</summary>
              <div className="pt-3">
                <NoClassForm key={project.version} projectId={project.id} version={project.version} days={days} />
              </div>
            </details>
          )}
        </div>
      )}
    </ProjectFrame>
  );
}

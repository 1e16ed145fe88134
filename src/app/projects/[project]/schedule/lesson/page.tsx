import { allowed } from '@/server/access';
import { endOf } from '@/core/calendar';
import { openSheet, ProjectFrame, scheduleViews, type SheetProps } from '@/shell/frame';
import { endOfLink, listLinks } from '@/areas/course';
import { LinkPanel } from '@/areas/course/ui/LinkPanel';
import { readLesson } from '@/shell/lesson/lesson';
import { LessonSheet } from '@/shell/lesson/LessonSheet';
import { weekday } from '@/core/format';
import { PrintButton } from '@/ui/PrintButton';
import { Nothing } from '@/ui/sheet/Sheet';
import { pool } from '@/db/connection';

export default async function LessonPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/schedule/lesson', props);
  const { project, role } = frame.seat;
  const mayLink = allowed(frame.seat, 'link.write');
  const when = { eventDate: project.eventDate, now: frame.now };
  const [lesson, links] = await Promise.all([
    frame.clock ? readLesson(pool(), project.id, frame.clock, when) : null,
    mayLink ? listLinks(pool(), project.id, 'substitute') : [],
  ]);
  return (
    <ProjectFrame
      shows={['bookings', 'gates', 'links', 'plan', 'safety', 'sessions']}
      frame={frame}
      sheet="schedule"
      name="Schedule"
      view="schedule/lesson"
      views={scheduleViews(role)}
      title={
        lesson
          ? `Lesson ${lesson.number} of ${lesson.count}, section ${lesson.section.name}, ${weekday(lesson.meeting.date)} ${lesson.meeting.start} to ${endOf(lesson.meeting).slice(11)}`
          : 'Lesson'
      }
      about={lesson?.section.room ? `room ${lesson.section.room}` : undefined}
      byTeam={false}
      actions={lesson ? <PrintButton>Print the lesson sheet</PrintButton> : undefined}
    >
      {lesson ? (
        <LessonSheet lesson={lesson} projectId={project.id} />
      ) : (
        <Nothing>
          There is no meeting left. A lesson sheet is made for the meeting that is on now or comes next.
        </Nothing>
      )}
      {mayLink && (
        <LinkPanel
          projectId={project.id}
          purpose="substitute"
          links={links}
          endsOn={endOfLink(project.eventDate)}
          sections={frame.sections.map(({ id, name }) => [id, `Section ${name}`])}
        />
      )}
    </ProjectFrame>
  );
}

import { endOf } from '@/core/calendar';
import { meetsNext, listSections } from '@/areas/course';
import { readLesson } from '@/shell/lesson/lesson';
import { LessonSheet } from '@/shell/lesson/LessonSheet';
import { enterByLink } from '@/server/access';
import { projectNow } from '@/server/clock';
import { moment, weekday } from '@/core/format';
import { PrintButton } from '@/ui/PrintButton';
import { Plain } from '@/ui/sheet/Plain';
import { pool } from '@/db/connection';

/** What a substitute teacher reads: the lesson that is on now or comes next. Nothing can be changed here. */
export default async function SubstitutePage() {
  const { project, sectionId } = await enterByLink('substitute.page');
  const now = projectNow(project);
  const sections = await listSections(pool(), project.id);
  const section = sections.find((one) => one.id === sectionId) ?? (sectionId ? null : meetsNext(sections, now));
  const lesson = section && (await readLesson(pool(), project.id, section, { eventDate: project.eventDate, now }));
  if (!lesson)
    return (
      <Plain title={project.title} wide>
        <p>There is no meeting left. This link shows the lesson that is on now or comes next.</p>
      </Plain>
    );
  const { meeting, number, count } = lesson;
  return (
    <Plain
      title={`Section ${lesson.section.name}, ${weekday(meeting.date)} ${meeting.start} to ${endOf(meeting).slice(11)}`}
      about={[
        `${project.title}, lesson ${number} of ${count} before the event`,
        lesson.section.room && `room ${lesson.section.room}`,
        `as of ${moment(now)}`,
      ]
        .filter(Boolean)
        .join(' · ')}
      wide
      actions={<PrintButton />}
    >
      <LessonSheet lesson={lesson} projectId={null} />
    </Plain>
  );
}

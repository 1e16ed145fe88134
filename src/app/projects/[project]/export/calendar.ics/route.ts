import { calendarOf } from '@/features/schedule/feed';
import { downloader, file } from '@/server/download';
import { listSections } from '@/server/records/classes';
import { listStages } from '@/server/records/stages';

/** The meetings, stages and event as a calendar file; of one section if the address names it, a student's of the own one. */
export async function GET(request: Request, { params }: { params: Promise<{ project: string }> }) {
  const { project, role, sectionId } = await downloader(
    '/projects/[project]/export/calendar.ics',
    (await params).project,
  );
  const [sections, stages] = await Promise.all([listSections(project.id), listStages(project.id)]);
  const wanted = role === 'student' ? sectionId : new URL(request.url).searchParams.get('section');
  const shown = sections.filter((section) => !wanted || section.id === wanted);
  return file(`${project.title}.ics`, 'text/calendar; charset=utf-8', calendarOf({ project, sections: shown, stages }));
}

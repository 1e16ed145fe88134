import { briefViews, openSheet, ProjectFrame, type SheetProps } from '@/shell/frame';
import { hrefIn } from '@/areas/course';
import { NoteTaker } from '@/areas/brief/ui/interview/NoteTaker';
import { listNotes, listQuestions, listVisits, visitFor, shareOf } from '@/areas/brief';
import { day } from '@/core/format';
import { Nothing } from '@/ui/sheet/Sheet';
import { pool } from '@/db/connection';

export default async function InterviewPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/interview/notes', props);
  const { project, actor } = frame.seat;
  const visit = visitFor(await listVisits(pool(), project.id), (await props.searchParams).visit);
  const [questions, notes] = visit
    ? await Promise.all([listQuestions(pool(), frame.seat, visit.id), listNotes(pool(), project.id, visit.id)])
    : [[], []];
  const share = visit ? shareOf(visit.minutes, questions) : 0;
  const asked = questions.filter((one) => !one.mergedInto && !one.hidden);
  // What was noted for a question before it was merged belongs to the one that is asked.
  const home = new Map(questions.map((one) => [one.id, one.mergedInto ?? one.id]));
  return (
    <ProjectFrame
      shows={['interview']}
      frame={frame}
      sheet="brief"
      name="Interview"
      title={visit ? `Interview, ${visit.title}` : 'Interview'}
      about={visit ? `${day(visit.heldOn, true)}, ${visit.minutes} min` : undefined}
      views={briefViews(frame.seat.project.hiddenSheets)}
      view="interview/notes"
      byTeam={false}
    >
      {asked.length === 0 ? (
        <Nothing>The running order stands here once there are questions for a visit.</Nothing>
      ) : (
        <NoteTaker
          projectId={project.id}
          questions={asked.map(({ id, text, must, minutes }) => ({ id, text, must, minutes: minutes ?? share }))}
          notes={notes.flatMap((note) => {
            const questionId = home.get(note.questionId);
            return asked.some(({ id }) => id === questionId) ? [{ ...note, questionId: questionId! }] : [];
          })}
          me={actor.id}
          here={hrefIn(frame, 'interview/notes')}
        />
      )}
    </ProjectFrame>
  );
}

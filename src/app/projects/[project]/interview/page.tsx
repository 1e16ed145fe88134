import { ADD, CHANGE } from '@/ui/kit/icons';
import { SidePanel } from '@/ui/kit/SidePanel';
import { Link } from '@/ui/Link';
import { briefViews, openSheet, ProjectFrame, type SheetProps } from '@/shell/frame';
import { hrefIn } from '@/areas/course';
import { Alike } from '@/areas/brief/ui/interview/Alike';
import { Bank } from '@/areas/brief/ui/interview/Bank';
import { shareOf } from '@/areas/brief/ui/interview/shareOf';
import { AskForm, VisitForm } from '@/areas/brief/ui/interview/forms';
import { listQuestions, listVisits, visitFor } from '@/areas/brief';
import { PrintButton } from '@/ui/PrintButton';
import { Waiting } from '@/ui/outbox/Waiting';
import { Nothing } from '@/ui/sheet/Sheet';
import { VisitTabs } from '@/areas/brief/ui/interview/VisitTabs';
import { day, plural, withQuery } from '@/core/format';
import { pool } from '@/db/connection';

export default async function QuestionsPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/interview', props);
  const { project, role } = frame.seat;
  const leads = role === 'instructor';
  const visits = await listVisits(pool(), project.id);
  const visit = visitFor(visits, (await props.searchParams).visit);
  const questions = visit ? await listQuestions(pool(), frame.seat, visit.id) : [];
  const asked = questions.filter((one) => !one.mergedInto && !one.hidden);
  const here = hrefIn(frame, 'interview');
  const empty = { title: '', saidBy: '', heldOn: frame.today, minutes: '30', state: 'planned' };
  const share = visit ? shareOf(visit.minutes, questions) : 0;
  return (
    <ProjectFrame
      shows={['interview']}
      frame={frame}
      sheet="brief"
      name="Questions"
      title={visit ? `Questions for the ${visit.title}` : 'Questions for the client'}
      about={
        visit
          ? `${day(visit.heldOn, true)}, ${visit.minutes} min, ${plural(asked.length, 'question')}, ${visit.state}`
          : undefined
      }
      views={briefViews(frame.seat.project.hiddenSheets)}
      view="interview"
      byTeam={false}
      actions={
        <>
          {leads && (
            <SidePanel
              id="new"
              label="Plan a visit"
              icon={ADD}
              title="New visit"
              className={visit ? 'btn' : 'btn btn-go'}
            >
              <VisitForm key={visits.length} projectId={project.id} id={null} version={null} values={empty} />
            </SidePanel>
          )}
          {leads && visit && (
            <SidePanel id="visit" label="Change the visit" icon={CHANGE} title={`${visit.title}: day, time and state`}>
              <VisitForm
                key={`${visit.id} ${visit.version}`}
                projectId={project.id}
                id={visit.id}
                version={visit.version}
                values={{ ...visit, minutes: String(visit.minutes) }}
              />
            </SidePanel>
          )}
          {visit && (
            <>
              <PrintButton>Print the running order</PrintButton>
              <Link className="btn btn-go" href={withQuery(hrefIn(frame, 'interview/notes'), { visit: visit.id })}>
                Take notes
              </Link>
            </>
          )}
        </>
      }
    >
      <VisitTabs visits={visits} current={visit} here={here} />
      {!visit ? (
        <Nothing>
          {leads
            ? 'Plan the visit first: when, how long, who answers. Then everybody adds questions.'
            : 'No visit to the client is planned yet. Once your instructor plans one, add your questions here.'}
        </Nothing>
      ) : (
        <div className="grid grid-cols-1 lg:grid-cols-[minmax(0,1fr)_320px] gap-x-8 gap-y-4">
          <div>
            <Alike
              projectId={project.id}
              questions={questions
                .filter((one) => !one.mergedInto && !one.hidden)
                .map(({ id, text }) => ({ id, text }))}
              leads={leads}
            />
            {questions.length === 0 && <p className="faint">No question yet. Add the first one.</p>}
            <Bank
              projectId={project.id}
              questions={questions}
              share={share}
              leads={leads}
              teamName={(id) => frame.teams.find((team) => team.id === id)?.name ?? null}
            />
          </div>
          <aside className="no-print max-lg:order-first">
            <h2 className="mb-1">Add question</h2>
            <AskForm projectId={project.id} visitId={visit.id} back={withQuery(here, { visit: visit.id })} />
            <Waiting path="/api/v1/questions" />
          </aside>
        </div>
      )}
    </ProjectFrame>
  );
}

import { VisitTabs } from '@/areas/brief/ui/interview/VisitTabs';
import { Nothing } from '@/ui/sheet/Sheet';
import { Alike } from '@/areas/brief/ui/interview/Alike';
import { Bank } from '@/areas/brief/ui/interview/Bank';
import { AskForm, VisitForm } from '@/areas/brief/ui/interview/forms';
import { withQuery } from '@/core/format';
import { Waiting } from '@/ui/outbox/Waiting';
import { SidePanel } from '@/ui/kit/SidePanel';
import { ADD, CHANGE } from '@/ui/kit/icons';
import { PrintButton } from '@/ui/PrintButton';
import { Link } from '@/ui/Link';
import { hrefIn, type Place } from '@/areas/course';
import type { Visit } from '@/areas/brief/read/interview';
import type { readQuestionsPage } from '@/areas/brief/read/pages/questions';

type Props = Awaited<ReturnType<typeof readQuestionsPage>> & { frame: Place; visits: Visit[]; visit: Visit | null };

/** The content of the page “Questions”. */
export function QuestionsView({ leads, questions, here, share, frame, visits, visit }: Props) {
  const { project } = frame.seat;

  return (
    <>
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
    </>
  );
}

/** What stands at the page’s head as actions. */
export function QuestionsActions({ leads, empty, frame, visits, visit }: Props) {
  const { project } = frame.seat;

  return (
    <>
      {leads && (
        <SidePanel id="new" label="Plan a visit" icon={ADD} title="New visit" className={visit ? 'btn' : 'btn btn-go'}>
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
  );
}

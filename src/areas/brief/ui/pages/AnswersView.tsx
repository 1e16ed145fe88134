import { VisitTabs } from '@/areas/brief/ui/interview/VisitTabs';
import { Nothing } from '@/ui/sheet/Sheet';
import { Selectable } from '@/areas/brief/ui/interview/Answers';
import { hrefIn, type Place } from '@/areas/course';
import { StatementList } from '@/areas/brief/ui/interview/StatementList';
import { plural } from '@/core/format';
import { accountsOf } from '@/areas/brief/read/interview/accounts';
import { Reconcile } from '@/areas/brief/ui/interview/Reconcile';
import { Link } from '@/ui/Link';
import type { Visit } from '@/areas/brief/read/interview';
import type { readAnswersPage } from '@/areas/brief/read/pages/answers';

type Props = Awaited<ReturnType<typeof readAnswersPage>> & { frame: Place; visits: Visit[]; visit: Visit | null };

/** The content of the page “Answers”. */
export function AnswersView({
  leads,
  questions,
  notes,
  statements,
  asked,
  answered,
  open,
  from,
  idle,
  loose,
  unsourced,
  here,
  frame,
  visits,
  visit,
}: Props) {
  const { project } = frame.seat;
  const code = (one: string) => `${hrefIn(frame, 'requirements')}#${one}`;
  return (
    <>
      <VisitTabs visits={visits} current={visit} here={here} />
      {asked.length === 0 && statements.length === 0 && (
        <Nothing>
          The client’s answers stand here. Select a sentence of one to make a requirement; every requirement can be
          followed back to it.
        </Nothing>
      )}
      <div className="grid grid-cols-1 lg:grid-cols-[minmax(0,1fr)_300px] gap-x-8 gap-y-5">
        <div className="flex flex-col gap-5">
          {answered.length > 0 && (
            <Selectable projectId={project.id} makeHref={hrefIn(frame, 'requirements/edit')}>
              {answered.map((question) => (
                <section key={question.id} className="py-2 border-b border-hair">
                  <h2 className="h3">{question.text}</h2>
                  <p data-answer={question.answer!.id} className="whitespace-pre-line">
                    {question.answer!.text}
                  </p>
                  <StatementList statements={from(question.answer!.id)} href={code} />
                  {leads && (
                    <details className="no-print">
                      <summary className="cursor-pointer text-sm faint">
                        {plural(accountsOf(question.id, questions, notes).length, 'account')} of it, change the answer
                      </summary>
                      <div className="pt-2">
                        <Reconcile
                          key={question.answer!.version}
                          projectId={project.id}
                          questionId={question.id}
                          answer={question.answer}
                          accounts={accountsOf(question.id, questions, notes)}
                        />
                      </div>
                    </details>
                  )}
                </section>
              ))}
            </Selectable>
          )}
          {open.length > 0 && (
            <section>
              <h2 className="mb-1">Notes to merge into one answer</h2>
              {open.map((question) => {
                const accounts = accountsOf(question.id, questions, notes);
                return (
                  <section key={question.id} className="py-2.5 border-b border-hair" aria-label={question.text}>
                    <h2 className="h3">{question.text}</h2>
                    {accounts.length === 0 ? (
                      <p className="faint">No notes yet.</p>
                    ) : leads ? (
                      <Reconcile projectId={project.id} questionId={question.id} answer={null} accounts={accounts} />
                    ) : (
                      accounts.map((one) => (
                        <p key={one.who}>
                          {one.text} <span className="text-sm faint">{one.who}</span>
                        </p>
                      ))
                    )}
                  </section>
                );
              })}
            </section>
          )}
          {loose.length > 0 && (
            <section>
              <h2 className="mb-1">Sentences in use {visit ? 'from elsewhere' : ''}</h2>
              <StatementList statements={loose} href={code} full />
            </section>
          )}
        </div>
        <aside className="flex flex-col gap-4">
          <section>
            <h2 className="mb-1">Answers without a requirement</h2>
            {idle.length === 0 ? (
              <p className="faint">None.</p>
            ) : (
              <ul>
                {idle.map((one) => (
                  <li key={one.id} className="py-0.5">
                    {one.text}
                  </li>
                ))}
              </ul>
            )}
          </section>
          <section>
            <h2 className="mb-1">Requirements without a source</h2>
            {unsourced.length === 0 ? (
              <p className="faint">None.</p>
            ) : (
              <ul>
                {unsourced.map((one) => (
                  <li key={one.id} className="py-0.5">
                    <Link href={code(one.code)}>
                      <span className="num">{one.code}</span> {one.statement}
                    </Link>
                  </li>
                ))}
              </ul>
            )}
          </section>
        </aside>
      </div>
    </>
  );
}

import { plural, day } from '@/core/format';
import { BriefView } from '@/areas/brief/ui/BriefView';
import { Entering } from '@/ui/outbox/Entering';
import { ownerId } from '@/server/actor';
import { ClientAnswers } from '@/areas/brief/ui/interview/ClientAnswers';
import { StatementList } from '@/areas/brief/ui/interview/StatementList';
import { ClientChoice } from '@/areas/concepts/ui/selection/ClientChoice';
import { Fold } from '@/ui/sheet/Fold';
import { CommentForm } from '@/areas/concepts/ui/CommentForm';
import { FieldPages } from '@/ui/outbox/FieldPages';
import type { Seat } from '@/server/access';
import type { readClientPage } from '@/app/client/read';

type Props = Awaited<ReturnType<typeof readClientPage>> & { seat: Seat };

/** The content of the page “Client”. */
export function ClientView({ statements, selections, concepts, reviews, latest, visit, open, seat }: Props) {
  const { project, actor } = seat;

  return (
    <>
      {reviews.length > 0 && (
        <p className="callout mb-4">
          You sit on the panel of {reviews.map(({ name }) => name).join(', ')}:{' '}
          <a href="/panel" className="underline">
            see what the teams show
          </a>
          .
        </p>
      )}
      {open.length > 0 && (
        <p className="callout mb-4">
          The class has <a href="#questions">{plural(open.length, 'question')} for you</a>, below the brief.
        </p>
      )}
      {latest ? (
        <BriefView content={latest.content} />
      ) : (
        <p>The class is still writing the brief. This link will show it once it is published.</p>
      )}
      {open.length > 0 && (
        <section id="questions" className="mt-6 max-w-3xl">
          <h2>Questions of the class, {visit!.title}</h2>
          <p className="faint mb-2">
            You may answer in writing, as many as you like; the rest is asked on {day(visit!.heldOn, true)}.
          </p>
          <Entering people={[{ id: ownerId(actor), name: actor.name }]}>
            <ClientAnswers projectId={project.id} questions={open} />
          </Entering>
        </section>
      )}
      {latest && statements.length > 0 && (
        <section className="mt-6 max-w-3xl">
          <h2>What you told us</h2>
          <StatementList statements={statements} href={null} full />
        </section>
      )}
      {selections
        .filter(({ state, concepts: entries }) => state === 'open' && entries.length > 0)
        .map((selection) => {
          const shown = concepts.filter(({ id }) => selection.concepts.some((entry) => entry.id === id));
          return (
            <section key={selection.id} id="choice" className="mt-6 max-w-3xl">
              <h2>Which of these should the class build? {selection.name}</h2>
              <p className="faint mb-2">The ideas are shown without names, so that you choose the idea.</p>
              <Entering people={[{ id: ownerId(actor), name: actor.name }]}>
                <ClientChoice
                  projectId={project.id}
                  selectionId={selection.id}
                  name={selection.name}
                  most={selection.picks}
                  concepts={shown.map(({ id, title, steps, pictures }) => ({
                    id,
                    title,
                    steps,
                    picture: pictures[0] ?? null,
                  }))}
                  picks={selection.choice?.picks ?? []}
                  version={selection.choice?.version ?? null}
                />
                <Fold className="mt-4" label="Comment on a concept">
                  {shown.map(({ id, title }) => (
                    <div key={id} className="py-2">
                      <CommentForm projectId={project.id} conceptId={id} title={title} path="/api/v1/client-comments" />
                    </div>
                  ))}
                </Fold>
              </Entering>
            </section>
          );
        })}
      <FieldPages pages={['/client']} />
    </>
  );
}

import { Fold } from '@/ui/sheet/Fold';
import { BriefView } from '@/areas/brief/ui/BriefView';
import { ClientAnswers } from '@/areas/brief/ui/interview/ClientAnswers';
import { StatementList } from '@/areas/brief/ui/interview/StatementList';
import { listNotes, listQuestions, listStatements, listVisits, listBriefVersions } from '@/areas/brief';
import { CommentForm } from '@/areas/concepts/ui/CommentForm';
import { ClientChoice } from '@/areas/concepts/ui/selection/ClientChoice';
import { listSelections, listPutBefore } from '@/areas/concepts';
import { enterByLink } from '@/server/access';
import { ownerId } from '@/server/actor';
import { day, plural } from '@/core/format';
import { Entering } from '@/ui/outbox/Entering';
import { reviewsOfGuest, listReviews } from '@/areas/reviews';
import { FieldPages } from '@/ui/outbox/FieldPages';
import { Plain } from '@/ui/sheet/Plain';
import { pool } from '@/db/connection';

export default async function ClientPage() {
  const seat = await enterByLink('client.page');
  const { project, actor } = seat;
  const [versions, statements, visits, selections, concepts, all] = await Promise.all([
    listBriefVersions(pool(), project.id),
    listStatements(pool(), project.id),
    listVisits(pool(), project.id),
    listSelections(pool(), seat),
    listPutBefore(pool(), project.id),
    listReviews(pool(), project.id),
  ]);
  const reviews = reviewsOfGuest(seat, all);
  const [latest] = versions;
  // The next visit, or the last one: there is always one that the class waits for.
  const visit = visits.find((one) => one.state !== 'held') ?? visits.at(-1);
  const [questions, notes] = visit
    ? await Promise.all([listQuestions(pool(), seat, visit.id), listNotes(pool(), project.id, visit.id)])
    : [[], []];
  const open = questions
    .filter((one) => !one.mergedInto && !one.hidden)
    .map(({ id, text }) => ({
      id,
      text,
      own: notes
        .filter((note) => note.questionId === id && note.byClient && note.author === actor.name)
        .map((note) => ({ id: note.id, text: note.text, version: note.version })),
    }));
  return (
    <Plain
      title={project.title}
      tab={`Brief and questions · ${project.title}`}
      about={`For ${project.clientName}. The event is on ${day(project.eventDate, true)}.`}
      wide
    >
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
    </Plain>
  );
}

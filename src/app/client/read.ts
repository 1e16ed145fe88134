import { listBriefVersions, listStatements, listVisits, listQuestions, listNotes } from '@/areas/brief';
import { listSelections, listPutBefore } from '@/areas/concepts';
import { listReviews, reviewsOfGuest } from '@/areas/reviews';
import type { Sql } from '@/db/connection';
import type { Seat } from '@/server/access';

/** What the page “Client” shows. */
export async function readClientPage(sql: Sql, { seat }: { seat: Seat }) {
  const { project, actor } = seat;
  const [versions, statements, visits, selections, concepts, all] = await Promise.all([
    listBriefVersions(sql, project.id),
    listStatements(sql, project.id),
    listVisits(sql, project.id),
    listSelections(sql, seat),
    listPutBefore(sql, project.id),
    listReviews(sql, project.id),
  ]);
  const reviews = reviewsOfGuest(seat, all);
  const [latest] = versions;
  // The next visit, or the last one: there is always one that the class waits for.
  const visit = visits.find((one) => one.state !== 'held') ?? visits.at(-1);
  const [questions, notes] = visit
    ? await Promise.all([listQuestions(sql, seat, visit.id), listNotes(sql, project.id, visit.id)])
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
  return { statements, selections, concepts, reviews, latest, visit, open };
}

import { listConcepts, listComments, listRounds, feasibilityOf } from '@/areas/concepts';
import { listRequirements } from '@/areas/brief';
import { listPictures } from '@/areas/course';
import { notFound } from 'next/navigation';
import { allowed, type Target } from '@/server/access';
import type { Sql } from '@/db/connection';
import type { Frame } from '@/shell/frame';

/** What the page “Concept” shows. */
export async function readConceptPage(
  sql: Sql,
  frame: Frame,
  { projectId, id, target }: { projectId: string; id: string; target: Target },
) {
  const { seat } = frame;
  const [concepts, requirements, pictures, comments, rounds] = await Promise.all([
    listConcepts(sql, seat),
    listRequirements(sql, projectId),
    listPictures(sql, projectId, id),
    listComments(sql, projectId, id),
    listRounds(sql, projectId),
  ]);
  const concept = concepts.find((one) => one.id === id);
  if (!concept) notFound();
  const leads = seat.role === 'instructor';
  const released = Boolean(rounds.find(({ sectionId }) => sectionId === concept.sectionId)?.releasedAt);
  const writes = allowed(seat, 'concept.write', target) && !released;
  const feasibility = feasibilityOf(concept, requirements);
  const others = concepts.filter((one) => one.id !== id && one.sectionId === concept.sectionId);
  const place = { projectId, id, version: concept.version };
  return { pictures, comments, concept, leads, writes, feasibility, others, place };
}

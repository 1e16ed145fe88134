import { listConcepts, listRounds } from '@/areas/concepts/read/concepts';
import { listDraws, orderOf, type Place } from '@/areas/course';
import type { Sql } from '@/db/connection';

/** What the page “Pitches” shows. */
export async function readPitchesPage(sql: Sql, frame: Place, { pitch }: { pitch: string | string[] | undefined }) {
  const { seat } = frame;
  const projectId = seat.project.id;
  const leads = seat.role === 'instructor';
  const [concepts, rounds, draws] = await Promise.all([
    listConcepts(sql, seat),
    listRounds(sql, projectId),
    listDraws(sql, projectId),
  ]);
  const section = frame.section ?? frame.clock;
  const draw = draws.find((one) => one.forPitches && one.sectionId === section?.id);
  const order = draw && orderOf(draw);
  const pitches = (order ?? []).flatMap((at) => {
    const concept = concepts.find(({ id }) => id === draw!.subjects?.[at]);
    return concept ? [concept] : [];
  });
  const at = Math.max(0, Math.min(pitches.length - 1, Number(pitch ?? 1) - 1 || 0));
  const now = pitches[at];
  const round = rounds.find(({ sectionId }) => sectionId === section?.id);
  const released = frame.sections.filter((one) => rounds.some((r) => r.sectionId === one.id && r.releasedAt));
  return { leads, section, draw, order, pitches, at, now, round, released };
}

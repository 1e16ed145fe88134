import { findScheme, listGradeComponents, listFormerResults } from '@/areas/grades/read/scheme';
import { listRubrics } from '@/areas/grades/read/rubrics';
import { loadEventResults } from '@/areas/event';
import { listQuantities } from '@/areas/bench';
import { listPeerRounds } from '@/areas/grades/read/peers';
import { previewWords } from '@/areas/grades/read/preview';
import type { Sql } from '@/db/connection';
import type { Place } from '@/areas/course';

/** What the page “Components” shows. */
export async function readComponentsPage(sql: Sql, frame: Place) {
  const { seat } = frame;
  const { id: projectId } = seat.project;
  const [scheme, components, rubrics, events, quantities, rounds, former] = await Promise.all([
    findScheme(sql, projectId),
    listGradeComponents(sql, projectId),
    listRubrics(sql, projectId),
    loadEventResults(sql, projectId),
    listQuantities(sql, projectId),
    listPeerRounds(sql, projectId),
    listFormerResults(sql, projectId),
  ]);
  const sources = [
    ['marks', 'marks given by hand or brought in'] as const,
    ...rubrics.map((one) => [`rubric:${one.id}`, `rubric ${one.name}`] as const),
    ...events.map(({ event }) => [`event:${event.id}`, `event ${event.name}`] as const),
  ];
  const total = components.reduce((sum, one) => sum + one.weight, 0);
  const previews = new Map(
    components.map((one) => {
      const event = events.find((found) => found.event.id === one.eventId);
      const asked = { component: one, teams: frame.teams, former, pass: scheme.pass };
      return [one.id, event ? previewWords({ ...asked, event }) : []];
    }),
  );
  return { scheme, components, rubrics, events, quantities, rounds, former, sources, total, previews };
}

import { listStages } from '@/areas/plan/read/stages';
import { readSafety } from '@/areas/safety';
import type { Sql } from '@/db/connection';
import type { Place } from '@/areas/course';

/** What the page “Stages” shows. */
export async function readStagesPage(sql: Sql, frame: Place) {
  const { project } = frame.seat;
  const [stages, safety] = await Promise.all([listStages(sql, project.id), readSafety(sql, project.id)]);
  const nameOf = new Map(stages.map((stage) => [stage.id, stage.name]));
  const fixed = { projectId: project.id };
  return { stages, safety, nameOf, fixed };
}

import { listGates, listStages } from '@/areas/plan';
import { listKinds } from '@/areas/reviews';
import type { Sql } from '@/db/connection';
import type { Frame } from '@/shell/frame';

/** What the page “EditGates” shows. */
export async function readEditGatesPage(sql: Sql, frame: Frame) {
  const { project } = frame.seat;
  const [gates, stages, kinds] = await Promise.all([
    listGates(sql, project.id),
    listStages(sql, project.id),
    listKinds(sql, project.id),
  ]);
  const reviewKinds = kinds.map(({ id, name }) => [id, name] as const);
  const choice = stages.filter((stage) => !stage.leftOut).map((stage) => [stage.id, stage.name] as const);
  const fixed = { projectId: project.id };
  return { gates, stages, reviewKinds, choice, fixed };
}

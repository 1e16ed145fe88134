import { remembered } from '@/db/remember';
import { type Sql } from '@/db/connection';

export interface Benchmark {
  id: string;
  season: string;
  eventId: string;
  eventName: string;
  value: number;
  unit: string;
  expandedUncertainty: number;
  design: string;
}

/** The best of earlier seasons, event by event. */
export const listBenchmarks = remembered(async (sql: Sql, projectId: string): Promise<Benchmark[]> => {
  return sql<Benchmark[]>`
    select b.id, b.season, b.event_id, e.name as event_name, b.value, b.unit, b.expanded_uncertainty, b.design
    from benchmark b join event e on e.id = b.event_id where b.project_id = ${projectId} order by e.position, e.name, b.season desc`;
});

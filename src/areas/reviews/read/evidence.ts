import { remembered } from '@/db/remember';
import type { Sql } from '@/db/connection';

/** Something of a team that shows what it has mended. */
export interface EvidenceItem {
  kind: 'iteration' | 'run' | 'picture';
  id: string;
  label: string;
}
/** So many runs and pictures are offered, the newest first. */
const MOST = 8;

/** What the findings of a team can be closed with: its iterations, its newest runs and pictures. */
export const listEvidence = remembered(async (sql: Sql, projectId: string, teamId: string): Promise<EvidenceItem[]> => {
  const here = sql`case when j.pinned_now is null then j.time_zone else 'UTC' end`;
  const [iterations, runs, pictures] = await Promise.all([
    sql<EvidenceItem[]>`
      select 'iteration' as kind, id, 'Iteration ' || number || ': ' || left(change, 60) as label
      from iteration where project_id = ${projectId} and team_id = ${teamId} order by number desc`,
    sql<EvidenceItem[]>`
      select 'run' as kind, r.id, 'Run under ' || p.name || ', iteration ' || i.number || ', '
        || to_char(r.run_at at time zone ${here}, 'DD Mon HH24:MI') as label
      from run r join iteration i on i.id = r.iteration_id join protocol p on p.id = r.protocol_id join project j on j.id = r.project_id
      where r.project_id = ${projectId} and r.team_id = ${teamId} and r.stands order by r.run_at desc, r.id limit ${MOST}`,
    sql<EvidenceItem[]>`
      select 'picture' as kind, a.id, 'Picture of ' || to_char(a.created_at at time zone ${here}, 'DD Mon HH24:MI') as label
      from attachment a join project j on j.id = a.project_id
      where a.project_id = ${projectId} and a.team_id = ${teamId} and a.removed_at is null and a.object_kind in ('iteration', 'run')
      order by a.created_at desc, a.id limit ${MOST}`,
  ]);
  return [...iterations, ...runs, ...pictures];
});

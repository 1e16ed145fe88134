import { remembered } from '@/db/remember';
import type { Sql } from '@/db/connection';

/** Something of a team that shows what it has mended. */
export interface EvidenceItem {
  kind: 'iteration' | 'run' | 'picture';
  id: string;
  teamId: string;
  label: string;
}
/** So many runs and pictures of a team are offered, the newest first. */
const MOST = 8;

/** What the findings of some teams can be closed with: their iterations, their newest runs and pictures. */
export const listEvidence = remembered(
  async (sql: Sql, projectId: string, teamIds: string[]): Promise<EvidenceItem[]> => {
    return sql<EvidenceItem[]>`
      select kind, id, team_id, label from (
        select 'iteration' as kind, i.id, i.team_id, 'Iteration ' || i.number || ': ' || left(i.change, 60) as label, 1 as first, i.number::float8 as place, 1 as at
        from iteration i where i.project_id = ${projectId} and i.team_id = any(${teamIds})
        union all
        select 'run', r.id, r.team_id, 'Run under ' || p.name || ', iteration ' || i.number || ', '
            || to_char(r.run_at at time zone case when j.pinned_now is null then j.time_zone else 'UTC' end, 'DD Mon HH24:MI'), 2,
          extract(epoch from r.run_at), row_number() over (partition by r.team_id order by r.run_at desc, r.id)
        from run r join iteration i on i.id = r.iteration_id join protocol p on p.id = r.protocol_id join project j on j.id = r.project_id
        where r.project_id = ${projectId} and r.team_id = any(${teamIds}) and r.stands
        union all
        select 'picture', a.id, a.team_id, 'Picture of ' || to_char(a.created_at, 'DD Mon HH24:MI'), 3, extract(epoch from a.created_at),
          row_number() over (partition by a.team_id order by a.created_at desc, a.id)
        from attachment a where a.project_id = ${projectId} and a.team_id = any(${teamIds}) and a.removed_at is null
          and a.object_kind in ('iteration', 'run')
      ) all_of where at <= ${MOST} order by team_id, first, place desc`;
  },
);

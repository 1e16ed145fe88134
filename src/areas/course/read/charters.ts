import { remembered } from '@/db/remember';
import { type Sql } from '@/db/connection';

export interface Charter {
  id: string;
  teamId: string;
  works: string;
  musts: string;
  beats: string;
  working: string;
  textVersion: number;
  /** Who has agreed to the text as it stands. */
  agreed: string[];
  version: number;
}

export const listCharters = remembered(async (sql: Sql, projectId: string): Promise<Charter[]> => {
  return sql<Charter[]>`
    select c.id, c.team_id, c.works, c.musts, c.beats, c.working, c.text_version, c.version,
      array(select g.account_id from charter_agreement g where g.team_id = c.team_id and g.text_version = c.text_version) as agreed
    from charter c where c.project_id = ${projectId}`;
});

/** The logo of each team that has one: its newest picture. */
export const listLogos = remembered(
  async (sql: Sql, projectId: string): Promise<{ teamId: string; id: string; version: number }[]> => {
    return sql<{ teamId: string; id: string; version: number }[]>`
    select distinct on (object_id) object_id as team_id, id, version from attachment
    where project_id = ${projectId} and object_kind = 'team' and removed_at is null order by object_id, created_at desc, id`;
  },
);

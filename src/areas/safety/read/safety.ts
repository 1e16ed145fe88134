import { remembered } from '@/db/remember';
import type { Asked, SignOff, Supervision } from '@/core/safety';
import { type Sql } from '@/db/connection';

/** A hazard with what is said about it, and what names it. */
export interface Hazard extends Asked {
  cautions: string;
  equipment: string;
  supervision: Supervision;
  version: number;
  /** Ids of what names it; materials by their names in the kit. */
  stages: string[];
  machines: string[];
  protocols: string[];
  materials: string[];
}
export interface SignedOff extends SignOff {
  id: string;
  signedBy: string;
  version: number;
}
/** A team has read a version of what is said about a hazard. */
export interface Acknowledged {
  teamId: string;
  hazardId: string;
  textVersion: number;
  readOn: string;
  readBy: string | null;
}
export interface Safety {
  hazards: Hazard[];
  signOffs: SignedOff[];
  acknowledged: Acknowledged[];
}

/** Everything about safety but incidents, in one query. */
export const readSafety = remembered(async (sql: Sql, projectId: string): Promise<Safety> => {
  const uses = (column: string) =>
    sql`coalesce((select array_agg(${sql(column)} order by ${sql(column)}) from hazard_use
      where hazard_id = h.id and ${sql(column)} is not null), '{}')`;
  const [row] = await sql<[Safety]>`
    select coalesce((select json_agg(row_to_json(x) order by x.name) from (
        select h.id, h.name, h.cautions, h.equipment, h.supervision, h.needs_training as "needsTraining",
          h.needs_reading as "needsReading", h.text_version as "textVersion", h.version, ${uses('stage_id')} as stages,
          ${uses('machine_id')} as machines, ${uses('protocol_id')} as protocols, ${uses('material')} as materials
        from hazard h where h.project_id = ${projectId}) x), '[]') as hazards,
      coalesce((select json_agg(json_build_object('id', s.id, 'personId', s.account_id, 'hazardId', s.hazard_id, 'signedOn', s.signed_on,
          'signedBy', s.signed_by, 'validUntil', s.valid_until, 'version', s.version))
        from sign_off s where s.project_id = ${projectId}), '[]') as sign_offs,
      coalesce((select json_agg(json_build_object('teamId', k.team_id, 'hazardId', k.hazard_id, 'textVersion', k.text_version,
          'readOn', k.read_on, 'readBy', a.name))
        from acknowledgement k left join account a on a.id = k.read_by where k.project_id = ${projectId}), '[]') as acknowledged`;
  return row;
});

/** Which version of each hazard's text a team has read. */
export function readBy({ acknowledged }: Pick<Safety, 'acknowledged'>, teamId: string): Map<string, number> {
  return new Map(
    acknowledged.filter((one) => one.teamId === teamId).map(({ hazardId, textVersion }) => [hazardId, textVersion]),
  );
}

type Kind = 'stages' | 'machines' | 'protocols' | 'materials';

/** The hazards that something names. */
export function hazardsOf(hazards: readonly Hazard[], kind: Kind, id: string): Hazard[] {
  return hazards.filter((hazard) => hazard[kind].includes(id));
}

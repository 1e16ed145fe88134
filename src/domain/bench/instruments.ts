import { remembered } from '@/db/remember';
import type { Dimension } from '@/core/units';
import { type Sql } from '@/db/connection';

export interface Instrument {
  id: string;
  name: string;
  dimension: Dimension;
  unit: string;
  resolution: number;
  accuracy: number;
  version: number;
}

export const listInstruments = remembered(async (sql: Sql, projectId: string): Promise<Instrument[]> => {
  return sql<
    Instrument[]
  >`select id, name, dimension, unit, resolution, accuracy, version from instrument where project_id = ${projectId} order by name`;
});

/** Ids of a protocol's runs of the last two days, withdrawn or not: what a device's own entries are held against. */
export async function listRecentRunIds(sql: Sql, projectId: string, protocolId: string): Promise<string[]> {
  const rows = await sql<{ id: string }[]>`
    select id from run where project_id = ${projectId} and protocol_id = ${protocolId} and created_at > now() - interval '2 days'`;
  return rows.map((row) => row.id);
}

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

const MOST_RECENT = 300;

/** Ids of a protocol's newest runs of the last two days, withdrawn or not: what a device's own entries are held against. */
export const listRecentRunIds = remembered(
  async (sql: Sql, projectId: string, protocolId: string): Promise<string[]> => {
    const rows = await sql<{ id: string }[]>`
    select id from run where project_id = ${projectId} and protocol_id = ${protocolId} and created_at > now() - interval '2 days'
    order by created_at desc limit ${MOST_RECENT}`;
    return rows.map((row) => row.id);
  },
);

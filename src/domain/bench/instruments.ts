import { cache } from 'react';
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

export const listInstruments = cache(async (sql: Sql, projectId: string): Promise<Instrument[]> => {
  return sql<
    Instrument[]
  >`select id, name, dimension, unit, resolution, accuracy, version from instrument where project_id = ${projectId} order by name`;
});

/** Ids of an event's runs of the last two days, taken back or not: what a device's own entries are held against. */
export async function listRecentRunIds(sql: Sql, projectId: string, eventId: string): Promise<string[]> {
  const rows = await sql<{ id: string }[]>`
    select id from trial where project_id = ${projectId} and event_id = ${eventId} and created_at > now() - interval '2 days'`;
  return rows.map((row) => row.id);
}

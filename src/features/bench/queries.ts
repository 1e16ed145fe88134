import { cache } from 'react';
import type { Dimension } from '@/core/units';
import { pool } from '@/db/connection';

export interface Instrument {
  id: string;
  name: string;
  dimension: Dimension;
  unit: string;
  resolution: number;
  accuracy: number;
  version: number;
}

export const listInstruments = cache(async (projectId: string): Promise<Instrument[]> => {
  return pool()<
    Instrument[]
  >`select id, name, dimension, unit, resolution, accuracy, version from instrument where project_id = ${projectId} order by name`;
});

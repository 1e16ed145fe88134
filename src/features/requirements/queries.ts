import { cache } from 'react';
import type { Dimension } from '@/core/units';
import { pool } from '@/db/connection';

export interface Parameter {
  id: string;
  name: string;
  dimension: Dimension;
}

export const listParameters = cache(async (projectId: string): Promise<Parameter[]> => {
  return pool()<Parameter[]>`select id, name, dimension from parameter where project_id = ${projectId} order by name`;
});

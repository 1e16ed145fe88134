import { remembered } from '@/db/remember';
import { meet, type Met, type PartState } from '@/core/builds';
import { type Sql } from '@/db/connection';

export interface PartRecord {
  id: string;
  sectionId: string;
  code: string;
  name: string;
  ownerId: string | null;
  checkerId: string | null;
  state: PartState;
  checkedBy: string | null;
  doubleCheckedBy: string | null;
  share: number;
  thickness: number | null;
  thicknessUnit: string | null;
  version: number;
}
export interface Interface {
  id: string;
  sectionId: string;
  name: string;
  oneId: string;
  otherId: string;
  oneValue: number | null;
  oneUnit: string | null;
  oneTolerance: number | null;
  otherValue: number | null;
  otherUnit: string | null;
  otherTolerance: number | null;
  version: number;
}
export interface BuildScale {
  id: string;
  sectionId: string;
  ratio: number;
  leastThickness: number | null;
  leastUnit: string | null;
  version: number;
}

export const listParts = remembered(async (sql: Sql, projectId: string): Promise<PartRecord[]> => {
  return sql<PartRecord[]>`
    select id, section_id, code, name, owner_id, checker_id, state, checked_by, double_checked_by, share, thickness, thickness_unit, version
    from part where project_id = ${projectId} order by code, id`;
});

export const listInterfaces = remembered(async (sql: Sql, projectId: string): Promise<Interface[]> => {
  return sql<Interface[]>`
    select id, section_id, name, one_id, other_id, one_value, one_unit, one_tolerance, other_value, other_unit, other_tolerance, version
    from interface where project_id = ${projectId} order by name, id`;
});

export const listScales = remembered(async (sql: Sql, projectId: string): Promise<BuildScale[]> => {
  return sql<BuildScale[]>`
    select id, section_id, ratio, least_thickness, least_unit, version from build_scale where project_id = ${projectId}`;
});

/** Whether both entries of an interface agree; null while one is missing. */
export function metOf(pair: Interface): Met | null {
  const { oneValue, oneUnit, oneTolerance, otherValue, otherUnit, otherTolerance } = pair;
  if (oneValue === null || otherValue === null) return null;
  return meet({
    one: { value: oneValue, unit: oneUnit!, tolerance: oneTolerance! },
    other: { value: otherValue, unit: otherUnit!, tolerance: otherTolerance! },
  });
}

import type { FormingOf } from '@/areas/course/read/forming';

export const NEW_FORMING: Omit<FormingOf, 'id' | 'sectionId' | 'version'> = {
  minSize: 3,
  maxSize: 4,
  weightConcept: 1,
  weightWants: 1,
  weightRoles: 1,
  wishes: 2,
  asks: false,
};

/** How teams are formed, as its form shows it. */
export function formingForm(row: Record<string, unknown>): Record<string, unknown> {
  return {
    min: String(row.minSize),
    max: String(row.maxSize),
    weightConcept: String(row.weightConcept),
    weightWants: String(row.weightWants),
    weightRoles: String(row.weightRoles),
    wishes: String(row.wishes),
    asks: row.asks,
  };
}

/** A stored proposal as the board compares it. */
export function proposalForm(row: Record<string, unknown>): Record<string, unknown> {
  const { name, teams, locked, seed } = row;
  return { name, teams, locked, seed };
}

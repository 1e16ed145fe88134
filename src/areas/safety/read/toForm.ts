/** A stored hazard as its form shows it. */
export function hazardForm(row: Record<string, unknown>): Record<string, unknown> {
  return {
    name: row.name,
    cautions: row.cautions,
    equipment: row.equipment,
    supervision: row.supervision,
    needsTraining: row.needsTraining,
    needsReading: row.needsReading,
    ...(row.stages
      ? { stages: row.stages, machines: row.machines, protocols: row.protocols, materials: row.materials }
      : {}),
  };
}

/** A stored incident as its form shows it. */
export function incidentForm(row: Record<string, unknown>): Record<string, unknown> {
  const { kind, happenedOn, place, what, done } = row;
  return { kind, happenedOn, place, what, done };
}

export const NEW_HAZARD = {
  name: '',
  cautions: '',
  equipment: '',
  supervision: 'in the room',
  needsTraining: false,
  needsReading: true,
  stages: [],
  machines: [],
  protocols: [],
  materials: [],
};

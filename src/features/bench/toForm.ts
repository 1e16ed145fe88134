import type { Condition, Settings } from '@/domain/bench/read';

/** A stored instrument as its form shows it. */
export function instrumentForm(row: Record<string, unknown>): Record<string, unknown> {
  return {
    name: row.name,
    dimension: row.dimension,
    unit: row.unit,
    resolution: String(row.resolution),
    accuracy: String(row.accuracy),
  };
}

/** A stored run as its form shows it. */
export function runForm(row: Record<string, unknown>): Record<string, unknown> {
  const conditions = Object.entries(row.conditions as Record<string, { value: number; unit: string }>);
  return {
    attempt: row.attempt,
    status: row.status,
    value: row.value === null ? '' : String(row.value),
    unit: row.unit ?? '',
    penalties: row.penalties,
    copyId: row.copyId ?? '',
    settings: Object.entries(row.settings as Settings).map(([name, { value, unit }]) => ({
      name,
      value: String(value),
      unit,
    })),
    conditions: conditions.map(([name, { value, unit }]) => ({ name, value: String(value), unit })),
    note: row.note,
    ...(row.withdrawn ? { withdrawn: 'yes' } : {}),
  };
}

/** A protocol with its first quantity as its form shows it. */
export function protocolForm(row: Record<string, unknown>): Record<string, unknown> {
  const conditions = (row.conditions as Condition[]).map((c) => ({
    ...c,
    value: String(c.value),
    tolerance: String(c.tolerance),
  }));
  return {
    name: row.name,
    procedure: row.procedure,
    cautions: row.cautions,
    parameterId: row.parameterId,
    parameterName: '',
    instrumentId: row.instrumentId,
    unit: row.unit,
    conditions,
    settings: row.settings,
  };
}

export const NEW_INSTRUMENT = { name: '', dimension: 'mass', unit: 'g', resolution: '', accuracy: '' };
export const NEW_PROTOCOL = {
  name: '',
  procedure: '',
  cautions: '',
  parameterId: '',
  parameterName: '',
  instrumentId: '',
  unit: '',
  conditions: [],
  settings: [],
};

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

/** What was read as its form has it: by the first observer, and by the others. */
function observedForm(value: number | null, observed: number[] | null) {
  const [first, ...more] = observed ?? (value === null ? [] : [value]);
  return { value: first === undefined ? '' : String(first), more: more.map((one) => ({ value: String(one) })) };
}

/** A stored run as its form shows it. */
export function runForm(row: Record<string, unknown>): Record<string, unknown> & { more: { value: string }[] } {
  const conditions = Object.entries(row.conditions as Record<string, { value: number; unit: string }>);
  return {
    attempt: row.attempt,
    status: row.status,
    ...observedForm(row.value as number | null, row.observed as number[] | null),
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
    observers: String(row.observers),
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
  observers: '1',
  unit: '',
  conditions: [],
  settings: [],
};

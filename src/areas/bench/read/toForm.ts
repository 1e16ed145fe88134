import type { Protocol, Quantity } from './protocols';
import type { Readings, Settings } from '@/areas/bench/read/run';

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

/** What was read of a quantity as its form has it: by the first observer, and by the others. */
function observedForm(value: number | null, observed: readonly number[] | null) {
  const [first, ...more] = observed ?? (value === null ? [] : [value]);
  return { value: first === undefined ? '' : String(first), more: more.map((one) => ({ value: String(one) })) };
}

/** A run as far as its form shows it. */
interface StoredRun {
  attempt: number | null;
  status: string;
  value: number | null;
  unit: string | null;
  observed: number[] | null;
  readings: Readings | null;
  penalties: Record<string, number>;
  copyId: string | null;
  settings: Settings;
  conditions: Record<string, { value: number; unit: string }>;
  note: string;
  witness: string;
  leftOut: string;
  withdrawn?: boolean;
}

/** A stored run as its form shows it. */
export function runForm(row: StoredRun, { quantities }: Pick<Protocol, 'quantities'>) {
  const [first, ...others] = quantities.filter(({ formula }) => formula === null);
  const read = ({ quantityId, unit }: Quantity) => {
    const [value = null, own = unit, observed = null] = row.readings?.[quantityId] ?? [];
    return { ...observedForm(value, observed), unit: own };
  };
  return {
    attempt: row.attempt,
    status: row.status,
    ...(row.readings ? read(first!) : { ...observedForm(row.value, row.observed), unit: row.unit ?? first!.unit }),
    readings: others.map((one) => ({ quantityId: one.quantityId, ...read(one) })),
    penalties: row.penalties,
    copyId: row.copyId ?? '',
    settings: Object.entries(row.settings).map(([name, { value, unit }]) => ({ name, value: String(value), unit })),
    conditions: Object.entries(row.conditions).map(([name, { value, unit }]) => ({ name, value: String(value), unit })),
    note: row.note,
    witness: row.witness,
    leftOut: row.leftOut,
    ...(row.withdrawn ? { withdrawn: 'yes' } : {}),
  };
}

/** A protocol with what it measures as its form shows it. */
export function protocolForm(protocol: Protocol): Record<string, unknown> {
  const { name, procedure, cautions, roles, runsWanted, settings, quantities } = protocol;
  const conditions = protocol.conditions.map((c) => ({
    ...c,
    value: String(c.value),
    tolerance: String(c.tolerance),
  }));
  const of = ({ parameterId, instrumentId, observers, unit }: Quantity) => ({
    parameterId,
    parameterName: '',
    instrumentId: instrumentId ?? '',
    observers: String(observers),
    unit,
  });
  const [first, ...more] = quantities;
  return {
    name,
    procedure,
    cautions,
    roles,
    runsWanted: runsWanted === null ? '' : String(runsWanted),
    ...of(first!),
    more: more.map((one) => ({ ...of(one), id: one.quantityId, formula: one.formula ?? '' })),
    conditions,
    settings,
  };
}

export const NEW_INSTRUMENT = { name: '', dimension: 'mass', unit: 'g', resolution: '', accuracy: '' };
export const NEW_PROTOCOL = {
  name: '',
  procedure: '',
  cautions: '',
  roles: '',
  runsWanted: '',
  more: [],
  parameterId: '',
  parameterName: '',
  instrumentId: '',
  observers: '1',
  unit: '',
  conditions: [],
  settings: [],
};

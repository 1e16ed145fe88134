import type { Limit } from '@/core/requirements';

/** A stored point of inspection as its form shows it. */
export function checkForm(row: Record<string, unknown>): Record<string, unknown> {
  const limit = (row.ownLimit ?? null) as Limit | null;
  const text = (value: unknown) => (value === null || value === undefined ? '' : String(value as number));
  return {
    name: row.name,
    position: text(row.position),
    kind: row.kind,
    requirementId: row.requirementId ?? '',
    limit: limit?.kind ?? 'max',
    value: limit && 'value' in limit ? text(limit.value) : limit?.kind === 'range' ? text(limit.low) : '',
    high: limit?.kind === 'range' ? text(limit.high) : '',
    unit: limit && 'unit' in limit ? limit.unit : '',
    instrumentId: row.instrumentId ?? '',
    about: row.about,
  };
}
export const NEW_CHECK = {
  name: '',
  position: '',
  kind: 'mass',
  requirementId: '',
  limit: 'max',
  value: '',
  high: '',
  unit: '',
  instrumentId: '',
  about: '',
};

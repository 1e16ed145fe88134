/** The columns of the list as CSV, the same out and in. */
export const COLUMNS = [
  'code',
  'statement',
  'kind',
  'parameter',
  'dimension',
  'value',
  'low',
  'high',
  'tolerance',
  'unit',
  'counts',
  'weight',
  'priority',
  'decision',
  'method',
  'verified by',
  'state',
  'sources',
] as const;
export type ColumnName = (typeof COLUMNS)[number];

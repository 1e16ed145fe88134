import type { Source } from '@/domain/requirements/read';

const TEXTS = [
  'code',
  'statement',
  'kind',
  'parameterId',
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
  'protocolId',
  'verifiedBy',
  'ownerId',
  'state',
];

/** A stored requirement as its form shows it: numbers as text, nothing as empty text. */
export function requirementForm(row: Record<string, unknown>): Record<string, unknown> {
  const text = (key: string) => (row[key] === null || row[key] === undefined ? '' : String(row[key]));
  return { parameterName: '', dimension: 'mass', why: '', ...Object.fromEntries(TEXTS.map((key) => [key, text(key)])) };
}

/** Sources as the form's rows. */
export function sourceForm(sources: Source[]) {
  return sources.map(({ kind, statementId, researchId, note }) => ({
    kind,
    statementId: statementId ?? '',
    researchId: researchId ?? '',
    note,
  }));
}

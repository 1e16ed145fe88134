/** A stored requirement as its form shows it: numbers as text, nothing as empty text. */
export function requirementForm(row: Record<string, unknown>): Record<string, unknown> {
  const text = (key: string) => (row[key] === null || row[key] === undefined ? '' : String(row[key]));
  const texts = [
    'code',
    'statement',
    'kind',
    'parameterId',
    'value',
    'low',
    'high',
    'tolerance',
    'unit',
    'weight',
    'priority',
    'decision',
    'state',
    'source',
    'statementId',
  ];
  return { parameterName: '', dimension: 'mass', ...Object.fromEntries(texts.map((key) => [key, text(key)])) };
}

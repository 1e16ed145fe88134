import { CATALOGUE, wordOf } from '@/db/catalogue';
import type { Row } from './plan';

/** What a thing is called in the history: its kind, and what tells it from others of its kind. */
export function titleOf(kind: string, row: Row, names: Map<string, string>): string {
  const title = (Object.hasOwn(CATALOGUE, kind) && CATALOGUE[kind]!.title) || [];
  const parts = title.map((column) => {
    const value = row[column];
    if (column.endsWith('_id')) return typeof value === 'string' ? names.get(value) : undefined;
    return value === null || value === undefined ? undefined : String(value).slice(0, 60);
  });
  return [wordOf(kind), parts.filter(Boolean).join(', ')].join(' ').trim();
}

import type { InferType } from 'yup';
import type { Source } from '@/areas/brief/read/requirements';
import { place } from '@/ui/forms/schema';
import { requirementSchema } from '@/areas/brief/records/requirements';

/** What the form asks for beside what is stored. */
const ASKED = { parameterName: '', dimension: 'mass', why: '' };

type Entered = InferType<typeof requirementSchema>;
/** Fields of the form that are columns of the same name, by the schema alone: what else is sent is never written. */
export const STORED = (Object.keys(requirementSchema.fields) as (keyof Entered)[]).filter(
  (key) => !(key in place) && !(key in ASKED) && key !== 'sources',
);

/** A stored requirement as its form shows it: numbers as text, nothing as empty text. */
export function requirementForm(row: Record<string, unknown>): Record<string, unknown> {
  const text = (key: string) => (row[key] === null || row[key] === undefined ? '' : String(row[key]));
  return { ...Object.fromEntries(STORED.map((key) => [key, text(key)])), ...ASKED };
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

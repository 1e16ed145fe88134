import { FieldError } from '@/server/outcome';
import type { Kind, LimitParts } from '@/areas/brief/read/requirements';
import { read, readOptional } from '@/ui/forms/schema';

interface Typed {
  kind: string;
  value: string;
  low: string;
  high: string;
  tolerance: string;
  unit: string;
  weight: string;
}

/** The limit as it is stored, from the fields of a form. @throws FieldError for a range upside down. */
export function readLimit(typed: Typed, notes: string[] = []): LimitParts & { weight: number | null } {
  const kind = typed.kind as Kind;
  const has = (...kinds: Kind[]) => kinds.includes(kind);
  const low = has('range') ? read(typed.low, notes) : null;
  const high = has('range') ? read(typed.high, notes) : null;
  if (low !== null && high !== null && low > high)
    throw new FieldError('low', 'The lower limit lies above the upper one.');
  return {
    kind,
    low,
    high,
    value: has('max', 'min', 'target', 'different') ? read(typed.value, notes) : null,
    tolerance: has('target') ? read(typed.tolerance, notes) : null,
    unit: has('yes', 'wish') ? null : has('different') ? 'count' : typed.unit,
    weight: readOptional(typed.weight, notes),
  };
}

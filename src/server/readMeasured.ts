import { checkDimension, convert, CoreError, DIMENSIONS, type Dimension } from '@/core/units';
import { readNumber } from '@/core/numbers';
import { FieldError } from './outcome';

const SIGNED: readonly Dimension[] = ['angle', 'temperature', 'voltage', 'current'];

/**
 * Reads a measured value as typed and checks its unit against the dimension, and its sign.
 * Refusals carry the field: `path`.value or `path`.unit. Lengths may be negative only for runs (`signed`).
 */
export function readMeasured(
  path: string,
  text: string,
  unit: string,
  dimension: Dimension,
  notes: string[],
  signed = false,
): { value: number; unit: string } {
  const at = (field: string) => (path ? `${path}.${field}` : field);
  try {
    checkDimension(unit, dimension);
  } catch (error) {
    if (error instanceof CoreError) throw new FieldError(at('unit'), error.message);
    throw error;
  }
  try {
    const { value, note } = readNumber(text);
    if (note) notes.push(note);
    if (value < 0 && !SIGNED.includes(dimension) && !(signed && dimension === 'length')) {
      throw new FieldError(at('value'), `A ${dimension} can't be negative; this says ${value}.`);
    }
    convert({ value, from: unit, to: DIMENSIONS[dimension].base ?? unit });
    return { value, unit };
  } catch (error) {
    if (error instanceof CoreError) throw new FieldError(at('value'), error.message);
    throw error;
  }
}

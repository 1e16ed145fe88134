import { CoreError } from './CoreError';

/** Returns a finite number or throws; `what` names the value in the message. */
export function finite(value: unknown, what: string): number {
  if (typeof value !== 'number' || !Number.isFinite(value)) {
    throw new CoreError(`${what} must be a finite number, got ${show(value)}.`);
  }
  return value;
}

/** A finite number that is at least 0. */
export function notNegative(value: unknown, what: string): number {
  const number = finite(value, what);
  if (number < 0) throw new CoreError(`${what} must not be negative, got ${number}.`);
  return number;
}

/** A whole number that is at least `least`. */
export function whole(value: unknown, what: string, least = 0): number {
  const number = finite(value, what);
  if (!Number.isInteger(number) || number < least) {
    throw new CoreError(`${what} must be a whole number of at least ${least}, got ${number}.`);
  }
  return number;
}

/** One of the named words; anything else throws and lists what is allowed. */
export function oneOf<T extends string>(value: unknown, allowed: readonly T[], what: string): T {
  if (typeof value !== 'string' || !allowed.includes(value as T)) {
    throw new CoreError(`${what} must be one of ${allowed.join(', ')}, got ${show(value)}.`);
  }
  return value as T;
}

/** A share strictly between 0 and 1, as a confidence level is. */
export function level(value: unknown): number {
  const number = finite(value, 'The confidence level');
  if (number <= 0 || number >= 1) {
    throw new CoreError(`The confidence level must lie between 0 and 1, got ${number}.`);
  }
  return number;
}

/** The value of an own key, else undefined, so that "constructor" is never found. */
export function own<T>(object: Record<string, T> | undefined, key: string): T | undefined {
  return object && Object.hasOwn(object, key) ? object[key] : undefined;
}

/** A list with at least one element. */
export function filled<T>(value: readonly T[] | undefined, what: string): readonly T[] {
  if (!Array.isArray(value) || value.length === 0) throw new CoreError(`${what}: at least one is needed.`);
  return value;
}

function show(value: unknown): string {
  if (value === undefined) return 'nothing';
  return typeof value === 'string' ? `"${value.slice(0, 40)}"` : String(value);
}

import { isId } from '@/server/access';
import type { Selection } from './plan';

const LOCAL = /^\d{4}-\d\d-\d\dT\d\d:\d\d$/;

/** Reads what is to be put back from an address or a request; null when it does not say. */
export function readSelection(given: Record<string, unknown>): Selection | null {
  const text = (key: string) => (typeof given[key] === 'string' ? given[key] : '');
  const change = Number(given.change);
  if (Number.isSafeInteger(change) && change > 0) {
    const field = /^[a-z_]{1,40}$/.test(text('field')) ? text('field') : null;
    return { kind: 'change', change, field };
  }
  if (isId(text('act'))) return { kind: 'act', act: text('act') };
  const [person, from, to] = [text('person'), text('from'), text('to')];
  return isId(person) && LOCAL.test(from) && LOCAL.test(to) && from <= to ? { kind: 'person', person, from, to } : null;
}

import { isOfFeature } from '@/core/changes';
import { number, quantity } from '@/core/format';
import type { Change } from './iterations';

/** From what to what, in words. */
export function fromTo(
  change: Pick<Change, 'kind' | 'before' | 'after' | 'beforeValue' | 'afterValue' | 'unit'>,
): string {
  if (isOfFeature(change.kind)) return '';
  if (change.afterValue !== null) {
    const after = quantity(change.afterValue, change.unit);
    return change.beforeValue === null ? `: ${after}` : `: ${number(change.beforeValue)} → ${after}`;
  }
  if (change.before && change.after) return `: ${change.before} → ${change.after}`;
  return change.after ? `: ${change.after}` : change.before ? `: was ${change.before}` : '';
}

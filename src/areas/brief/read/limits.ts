import { inForce, type Requirement } from './requirements';
import type { BriefContent } from './brief';
import { limitText } from '@/core/format';

/** The limits that the rules give: requirements in force with a rule as a source, so that they are written only once. */
export function limitsByRule(requirements: Requirement[]): BriefContent['limits'] {
  return inForce(requirements)
    .filter((r) => r.kind !== 'wish' && r.sources.some((source) => source.kind === 'rule'))
    .map((r) => ({ code: r.code, statement: r.statement, limit: limitText(r) }));
}

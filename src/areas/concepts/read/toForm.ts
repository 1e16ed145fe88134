import { offeredUnits, type UnitSystem } from '@/core/dimensions';
import type { Concept, Round } from './concepts';
import { agreedOn, type Requirement } from '@/areas/brief';
import { limitText } from '@/core/format';

/** What a section asks for, as its form shows it. */
export function roundForm(row: Record<string, unknown>): Record<string, unknown> {
  return { wanted: String(row.wanted), dueOn: row.dueOn ?? '', minutes: String(row.minutes) };
}
export const NEW_ROUND: Pick<Round, 'wanted' | 'dueOn' | 'minutes'> = { wanted: 1, dueOn: null, minutes: 3 };

/** A requirement as the form of a concept asks about it. */
export interface Asked {
  id: string;
  code: string;
  statement: string;
  limit: string;
  must: boolean;
  kind: 'number' | 'yes' | 'words';
  units: string[];
}

export function askedOf(
  requirements: Requirement[],
  { units: system, currency }: { units: UnitSystem; currency: string },
): Asked[] {
  return agreedOn(requirements).map((one) => ({
    id: one.id,
    code: one.code,
    statement: one.statement,
    limit: limitText(one),
    must: one.priority === 'must' && one.kind !== 'wish',
    kind: one.kind === 'yes' ? 'yes' : one.kind === 'wish' || !one.dimension ? 'words' : 'number',
    units: one.dimension
      ? [...new Set([one.unit ?? '', ...offeredUnits(one.dimension, system, currency)])].filter(Boolean)
      : [],
  }));
}

/** A concept as its form shows it; null for a new one. */
export function conceptForm(concept: Concept | null, asked: Asked[]): Record<string, unknown> {
  return {
    title: concept?.title ?? '',
    steps: (concept?.steps ?? ['']).map((text) => ({ text })),
    risks: concept?.risks ?? '',
    takesOver: concept?.takesOver ?? '',
    claims: asked.map(({ id, units }) => {
      const claim = concept?.claims.find((one) => one.requirementId === id);
      return {
        requirementId: id,
        how: claim?.how ?? '',
        value: claim?.value == null ? '' : String(claim.value),
        unit: claim?.unit ?? units[0] ?? '',
        uncertainty: claim?.uncertainty == null ? '' : String(claim.uncertainty),
        answer: claim?.answer == null ? '' : claim.answer ? 'yes' : 'no',
      };
    }),
  };
}

import type { ClaimVerdict } from '@/core/builds';

/** What the figures say of a claim, as every page says it. */
export const CLAIM_WORD: Record<ClaimVerdict, string> = {
  confirmed: 'confirmed',
  contradicted: 'contradicted',
  'not-confirmed': 'not confirmed',
  'not-measured': 'not measured',
};
export const CLAIM_TONE: Record<ClaimVerdict, string> = {
  confirmed: 'text-moss',
  contradicted: 'text-brick',
  'not-confirmed': 'text-ochre',
  'not-measured': 'text-faint',
};

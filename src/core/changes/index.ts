/** What an iteration is made for. */
export const ITERATION_KINDS = ['proof of concept', 'mock-up', 'trial material', 'prototype', 'final'] as const;
export type IterationKind = (typeof ITERATION_KINDS)[number];

/** How far an iteration is; "broken" and "retired" are ends. */
export const ITERATION_STATES = ['planned', 'building', 'ready to test', 'tested', 'broken', 'retired'] as const;
export type IterationState = (typeof ITERATION_STATES)[number];

/** What can be changed in an iteration against what it comes from. */
export const CHANGE_KINDS = [
  'parameter',
  'added',
  'removed',
  'kept',
  'taken over',
  'material',
  'joint',
  'other',
] as const;
export type ChangeKind = (typeof CHANGE_KINDS)[number];

/** The changes that are about a feature. */
const FEATURE_CHANGES = ['added', 'removed', 'kept', 'taken over'] as const satisfies readonly ChangeKind[];
export const isOfFeature = (kind: ChangeKind): boolean => (FEATURE_CHANGES as readonly ChangeKind[]).includes(kind);

/** What a change is said to do: the figure should fall, rise, or depends on whether it is a time or a rate. */
export const LOWER = ['lighter', 'cheaper', 'smaller', 'weaker'] as const;
export const HIGHER = ['heavier', 'dearer', 'larger', 'stronger', 'stiffer'] as const;
const PACE = ['faster', 'slower'] as const;
export const CLAIMS = [...LOWER, ...HIGHER, ...PACE] as const;
export type ClaimWord = (typeof CLAIMS)[number];

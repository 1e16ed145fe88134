/** Where a part comes from. */
export const SOURCES = ['kit', 'bought', 'recycled', 'own'] as const;
export type LineSource = (typeof SOURCES)[number];

/** How a product holds after weeks of use. */
export const HOLDS = ['holds', 'problems', 'broken', 'unused'] as const;
export type Holds = (typeof HOLDS)[number];

export const HOLDS_WORD: Record<Holds, string> = {
  holds: 'in use, and it holds',
  problems: 'in use, with problems',
  broken: 'broken',
  unused: 'not in use',
};

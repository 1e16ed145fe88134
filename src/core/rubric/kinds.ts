/** Who gives the points of a criterion. */
export const SCORERS = ['judges', 'instructor', 'client', 'peers', 'program'] as const;
export type Scorer = (typeof SCORERS)[number];
/** What becomes of several judges: their plain mean, or the mean with strictness and mildness taken out. */
export const SCHOOLS = ['mean', 'adjusted'] as const;
export type School = (typeof SCHOOLS)[number];

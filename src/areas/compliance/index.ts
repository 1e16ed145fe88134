/** What follows for requirements and designs from what was measured and run. */
export { claimsOf, designsOf, figuresOf, limitsAt, madeOf, readDesigns, turnedWords } from './read/designs';
export { betterOf, compareRuns, settingsCompared } from './read/designs/compareRuns';
export { compareCopies } from './read/designs/copies';
export { figureOf } from './read/designs/figure';
export { surveyed } from './read/designs/surveyed';
export { restsOn } from './read/restsOn';
export { type Verdict, verdictsFor } from './read/verdicts';

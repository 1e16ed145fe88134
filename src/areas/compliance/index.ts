/** What follows for requirements and designs from what was measured and run. */
export { loadCompliance } from './read/compliance';
export { claimsOf, designsOf, figuresOf, limitsAt, madeOf, readDesigns, turnedWords } from './read/designs';
export { betterOf, compareRuns, settingsCompared } from './read/designs/compareRuns';
export { compareCopies } from './read/designs/copies';
export { figureOf } from './read/designs/figure';
export { surveyTeams, surveyed } from './read/designs/surveyed';
export { restsOn } from './read/restsOn';
export { type Verdict, verdictsFor } from './read/verdicts';

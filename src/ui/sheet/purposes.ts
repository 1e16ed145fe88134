/** What each sheet of a project is called and what it is for, in one line; its part of Help has the same name. */
export const PURPOSES = {
  '': ['Today', 'What needs you in this lesson, most urgent first.'],
  brief: ['Brief', 'What the client or competition wants, with its rules and dates.'],
  interview: ['Interview', 'Questions for the client, notes of several people, one answer each.'],
  requirements: ['Requirements', 'What the product must do, and how each point is proven.'],
  schedule: ['Schedule', 'The plan in class meetings, counted back from the event.'],
  concepts: ['Concepts', 'Ideas side by side, and which one is built.'],
  teams: ['Teams', 'Who works with whom, and who leads the project.'],
  builds: ['Builds', 'Every iteration: what was changed, why, and what was measured on it.'],
  bench: ['Bench', 'Instruments, protocols, and every run that was made.'],
  reviews: ['Reviews', 'Design reviews, what was found, and the actions from it.'],
  grades: ['Grades', 'Rubrics, judges, and each student’s grade with its arithmetic.'],
  event: ['Event', 'The day itself: inspection, programme, attempts, contests, awards.'],
  standings: ['Standings', 'Places, and where every point comes from.'],
  legacy: ['Legacy', 'What last season left: designs, numbers, the benchmark to beat.'],
  safety: ['Safety', 'Hazards, cautions, and who is trained and signed off.'],
  history: ['History', 'Who changed what and when; anything can be restored.'],
  data: ['Data', 'Files in and out, and how personal data is kept and erased.'],
} as const satisfies Record<string, readonly [name: string, says: string]>;

export type SheetName = keyof typeof PURPOSES;

/** Where a sheet's part of Help is. */
export const helpOf = (sheet: SheetName) => `/help#${sheet || 'today'}`;

/** Sheets that a course may do without, by their path, with what they are for. */
export const HIDEABLE = (
  [
    'interview',
    'requirements',
    'schedule',
    'concepts',
    'builds',
    'bench',
    'reviews',
    'grades',
    'event',
    'standings',
    'legacy',
    'safety',
  ] as const
).map((sheet) => [sheet, ...PURPOSES[sheet]] as const);

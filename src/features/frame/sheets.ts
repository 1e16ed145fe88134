/** Sheets that a course may do without, by their path, with what they are for. */
export const HIDEABLE = [
  ['interview', 'Interview', 'questions for the client, notes of several, one answer each'],
  ['requirements', 'Requirements', 'limits, wishes and how each is verified'],
  ['schedule', 'Schedule', 'meetings, days without class'],
  ['concepts', 'Concepts', 'ideas compared, and which is built'],
  ['builds', 'Builds', 'iterations with what was measured on them'],
  ['bench', 'Bench', 'instruments, protocols and runs'],
  ['reviews', 'Reviews', 'design reviews, their findings and actions'],
  ['grades', 'Grades', 'rubrics and judges'],
  ['event', 'Event', 'events, attempts and points'],
  ['standings', 'Standings', 'places, and how they came about'],
  ['legacy', 'Legacy', 'last season’s benchmark'],
  ['safety', 'Safety', 'hazards and sign-offs'],
] as const;

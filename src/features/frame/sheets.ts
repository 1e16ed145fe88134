import { PURPOSES } from '@/ui/sheet/purposes';

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

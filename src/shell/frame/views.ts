import { seesAll } from '@/server/access';
import type { Role } from '@/server/policy';

/** What belongs to the sheet Brief: the brief, and the talk with the client from the questions to the answers. */
export function briefViews(hidden: readonly string[]) {
  return [
    ['brief', 'Brief'] as const,
    ...(hidden.includes('interview') ? [] : INTERVIEW),
    ['interview/answers', 'Answers'] as const,
  ];
}
const INTERVIEW = [
  ['interview', 'Questions'],
  ['interview/notes', 'Interview'],
] as const;

/** What belongs to the sheet Requirements. */
export function requirementViews(role: Role) {
  return [
    ['requirements', 'List'],
    ['requirements/compliance', 'Compliance'],
    ...(role === 'instructor' ? [['requirements/weights', 'Weights'] as const] : []),
    ['requirements/budgets', 'Budgets'],
    ['requirements/research', 'Research'],
  ] as const;
}

/** A view of a sheet: its path, what it is called, and the views that lie behind it, the first of them itself. */
export type View = readonly [path: string, label: string, within?: readonly (readonly [path: string, label: string])[]];

/** What belongs to the sheet Schedule, in groups; students see the plan, their progress, gates, bookings and the calendar. */
export function scheduleViews(role: Role): View[] {
  const leads = role === 'instructor';
  return [
    [
      'schedule',
      'Plan',
      leads
        ? [
            ['schedule', 'Class plan'],
            ['schedule/what-if', 'What if'],
          ]
        : [],
    ],
    ...(seesAll({ role }) ? [['schedule/lesson', 'Today’s lesson'] as const] : []),
    [
      'schedule/progress',
      'Progress',
      [
        ['schedule/progress', 'Teams'],
        ['schedule/gates', 'Gates'],
      ],
    ],
    [
      'schedule/bookings',
      'Machines',
      leads
        ? [
            ['schedule/bookings', 'Bookings'],
            ['schedule/machines', 'Machines and rigs'],
          ]
        : [],
    ],
    leads
      ? [
          'schedule/calendar',
          'Settings',
          [
            ['schedule/calendar', 'Calendar'],
            ['schedule/stages', 'Stages'],
          ],
        ]
      : ['schedule/calendar', 'Calendar'],
  ];
}

/** What belongs to the sheet Safety; students see no incidents. */
export function safetyViews(role: Role) {
  return [
    ['safety', 'Hazards'],
    ['safety/sign-offs', 'Sign-offs'],
    ...(seesAll({ role }) ? [['safety/incidents', 'Incidents'] as const] : []),
  ] as const;
}

/** What belongs to the sheet Concepts. */
export const CONCEPT_VIEWS = [
  ['concepts', 'Concepts'],
  ['concepts/pitches', 'Pitches'],
  ['concepts/selection', 'Selection'],
] as const;

/** What belongs to the sheet Teams; how teams are formed is for instructors alone. */
export function teamViews(role: Role) {
  return [
    ['teams', 'Teams'],
    ...(role === 'instructor' ? [['teams/forming', 'Forming'] as const] : []),
    ['teams/charters', 'Charters'],
    ['teams/draws', 'Draws'],
  ] as const;
}

/** What belongs to the sheet Builds. */
export const BUILD_VIEWS = [
  ['builds', 'Iterations'],
  ['builds/class', 'Class'],
  ['builds/compare', 'Compare'],
  ['builds/features', 'Features'],
  ['builds/materials', 'Materials'],
  ['builds/sheet', 'On paper'],
  ['builds/parts', 'Shared build'],
] as const;

/** What belongs to the sheet Bench. */
export const BENCH_VIEWS = [
  ['bench', 'Bench'],
  ['bench/results', 'Results'],
  ['bench/series', 'Series'],
  ['bench/board', 'Class board'],
  ['bench/sessions', 'Test sessions'],
] as const;

/** What belongs to the sheet Reviews; kinds are set up by whoever leads. */
export function reviewViews(role: Role) {
  return [
    ['reviews', 'Reviews'],
    ['reviews/findings', 'Findings'],
    ...(role === 'instructor' ? [['reviews/kinds', 'Kinds'] as const] : []),
  ] as const;
}

/** What belongs to the sheet Grades; students see rubrics, what they are asked about their team, and the own grade. */
export function gradeViews(role: Role): readonly View[] {
  if (role === 'student')
    return [
      ['grades', 'Rubrics'],
      ['grades/peers', 'Peer rating'],
      ['grades/mine', 'My grade'],
    ];
  if (role !== 'instructor') return [['grades', 'Rubrics']];
  return [
    ['grades', 'Rubrics'],
    ['grades/peers', 'Peer rating'],
    ['grades/components', 'Components'],
    ['grades/sheet', 'Grade sheet'],
  ];
}

/** What belongs to the sheet Event; who gets which award is for those who lead. */
export function eventViews(role: Role): readonly View[] {
  return [
    ['event', 'Events'],
    ['event/programme', 'Programme'],
    ['event/inspection', 'Inspection'],
    ...(seesAll({ role })
      ? ([
          ['event/announcer', 'Announcer'],
          ['event/awards', 'Awards'],
        ] as const)
      : []),
  ];
}

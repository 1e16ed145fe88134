/**
 * The pages meant for the field, as routes: kept on a device that has seen them, and shown without a connection. The name is
 * that under which a page is offered when another one is not kept; pages of one thing have none.
 */
export const FIELD = {
  '/outbox': 'Entries of this device',
  '/help': 'Help',
  '/client': 'Brief and questions',
  '/judge': 'Judging',
  '/judge/[team]': null,
  '/official': 'Enter attempts',
  '/official/desk': 'Desk of a contest',
  '/official/inspection': 'Entry inspection',
  '/panel': 'Review panel',
  '/projects/[project]': null,
  '/projects/[project]/bench/enter': 'Enter runs',
  '/projects/[project]/bench/runs/[run]': null,
  '/projects/[project]/event/contests/[contest]/desk': null,
  '/projects/[project]/event/inspection/[team]': null,
  '/projects/[project]/builds': 'Builds',
  '/projects/[project]/builds/new': 'New iteration',
  '/projects/[project]/builds/[iteration]': null,
  '/projects/[project]/schedule/progress': 'Progress, to hand in',
  '/projects/[project]/concepts/new': 'A concept of your own',
  '/projects/[project]/interview': null,
  '/projects/[project]/interview/notes': 'Interview',
  '/projects/[project]/reviews/[review]/room': null,
  '/projects/[project]/reviews/[review]/peers': null,
} as const;

type FieldRoute = keyof typeof FIELD;

/** The address of a page of the field in a project. */
export function fieldPage(route: FieldRoute, project: string): string {
  return route.replace('[project]', project);
}

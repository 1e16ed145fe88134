import { Link } from '@/ui/Link';
import { withQuery } from '@/core/format';

export interface FirstStep {
  name: string;
  says: string;
  done: boolean;
  href: string;
  label: string;
}
interface Given {
  sections: number;
  students: number;
  events: number;
  runs: number;
  attempts: number;
}

/** What comes first in a new project, in its order, with what is done already. */
export function firstSteps({ sections, students, events, runs, attempts }: Given, href: (sheet: string) => string) {
  const steps: FirstStep[] = [
    {
      name: 'Section and meeting times',
      says: 'When the class meets: everything is counted in its meetings.',
      done: sections > 0,
      href: withQuery(href('schedule/calendar'), { panel: 'new' }),
      label: 'Add section',
    },
    {
      name: 'Roster and teams',
      says: 'Paste the class list; print slips, and everybody is in without a password.',
      done: students > 0,
      href: href('teams'),
      label: 'Paste roster',
    },
    {
      name: 'Event',
      says: 'What is measured under which protocol, and how it becomes points. A template brings both along.',
      done: events > 0,
      href: href('event'),
      label: 'Add event',
    },
    {
      name: 'First run',
      says: 'Practice, on a phone at the rig. The team’s first iteration is made with it.',
      done: runs > 0,
      href: href('bench/enter'),
      label: 'Enter run',
    },
    {
      name: 'First standing',
      says: 'Open the event where runs are entered: from then on they are attempts, and places follow.',
      done: attempts > 0,
      href: href('bench/enter'),
      label: 'Open event',
    },
  ];
  return steps;
}

/** On the other sheets: the step that comes next, in one line; gone once all are done. */
export function NextStep({ steps }: { steps: FirstStep[] }) {
  const next = steps.find((step) => !step.done);
  if (!next) return null;
  return (
    <p className="no-print mb-2.5 flex flex-wrap gap-x-3 items-center">
      <span className="faint">
        First steps, {steps.indexOf(next) + 1} of {steps.length}: {next.name}
      </span>
      <Link className="font-medium" href={next.href}>
        {next.label}
      </Link>
    </p>
  );
}

/** The first steps of a project; gone once all are done. */
export function FirstSteps({ steps }: { steps: FirstStep[] }) {
  const next = steps.find((step) => !step.done);
  if (!next) return null;
  return (
    <section className="mb-5 max-w-3xl" aria-label="First steps">
      <h2 className="mb-1">First steps</h2>
      <ol>
        {steps.map((step, i) => (
          <li
            key={step.name}
            className="grid grid-cols-[28px_1fr_auto] gap-x-3 items-center py-1.5 border-b border-hair"
          >
            <span className={`num !text-base ${step.done ? 'text-moss' : 'faint'}`} aria-hidden>
              {step.done ? '✓' : i + 1}
            </span>
            <span>
              <b className={step.done ? 'font-normal faint' : ''}>
                {step.name}
                <span className="sr-only">{step.done ? ' (done)' : ''}</span>
              </b>
              {!step.done && <span className="block text-sm faint">{step.says}</span>}
            </span>
            {step === next ? (
              <Link className="btn btn-go" href={step.href}>
                {step.label}
              </Link>
            ) : (
              <span />
            )}
          </li>
        ))}
      </ol>
    </section>
  );
}

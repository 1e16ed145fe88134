import { daysWords } from '@/areas/reviews';
import { seesAll } from '@/server/access';
import { PlanStory } from '@/areas/plan/ui/PlanStory';
import { storiesOf } from '@/areas/plan';
import { hrefIn } from '@/areas/course';
import { day, withQuery } from '@/core/format';
import { Link } from '@/ui/Link';
import { StartPlans } from '@/areas/plan/ui/StartPlans';
import { PlanSheet } from '@/areas/plan/ui/PlanSheet';
import { ChangeList } from '@/areas/plan/ui/ChangeList';
import { Nothing } from '@/ui/sheet/Sheet';
import type { Frame } from '@/shell/frame';
import type { readSchedulePage } from '@/app/projects/[project]/schedule/read';

type Props = Awaited<ReturnType<typeof readSchedulePage>> & { frame: Frame };

/** The content of the page “Schedule”. */
export function ScheduleView({
  leads,
  stages,
  changes,
  reviews,
  sections,
  lines,
  nameOf,
  leftOut,
  empty,
  frame,
}: Props) {
  const { project } = frame.seat;

  return (
    <>
      <div className="print-landscape">
        {seesAll(frame.seat) && (
          <PlanStory
            stories={storiesOf(sections, frame.teams, stages, { eventDate: project.eventDate, now: frame.now })}
            remedies={leads ? hrefIn(frame, 'schedule/what-if') : null}
          />
        )}
        {project.eventDate < frame.today && (
          <p className="callout mb-3">
            The event on {day(project.eventDate, true)} has passed.{' '}
            {leads && <Link href={withQuery(hrefIn(frame, 'brief'), { panel: 'project' })}>Set another day</Link>}
          </p>
        )}
        {empty.length > 0 && frame.sections.length > 0 && (
          <p className="callout mb-3">
            No meeting before the event: section {empty.map((line) => line.name).join(', ')}. See{' '}
            <Link href={hrefIn(frame, 'schedule/calendar')}>Calendar</Link>.
          </p>
        )}
        {stages.length === 0 || lines.length === 0 ? (
          <Empty
            leads={leads}
            sections={frame.sections.length}
            calendar={withQuery(hrefIn(frame, 'schedule/calendar'), { panel: 'new' })}
          >
            {leads && frame.sections.length > 0 && (
              <StartPlans projectId={project.id} own={withQuery(hrefIn(frame, 'schedule/stages'), { panel: 'new' })} />
            )}
          </Empty>
        ) : (
          <PlanSheet
            projectId={project.id}
            leads={leads}
            eventDate={project.eventDate}
            lines={lines}
            stages={stages
              .filter((stage) => !stage.leftOut)
              .map(({ id, name, version, delay, after }) => ({
                id,
                name,
                version,
                delay,
                after: after.map((one) => nameOf.get(one.id)!),
                reviews: reviews
                  .filter((one) => one.stageId === id && sections.some((section) => section.id === one.sectionId))
                  .map((one) => `${one.name}, ${daysWords(one.meetings)}`)
                  .reverse(),
              }))}
          />
        )}
        {leftOut.length > 0 && (
          <p className="text-sm faint mt-1">Left out: {leftOut.map((stage) => stage.name).join(', ')}.</p>
        )}
      </div>
      <ChangeList projectId={project.id} changes={changes} />
    </>
  );
}

function Empty({
  leads,
  sections,
  calendar,
  children,
}: {
  leads: boolean;
  sections: number;
  calendar: string;
  children: React.ReactNode;
}) {
  if (!leads) return <Nothing>The plan appears here once it is laid out.</Nothing>;
  if (sections === 0)
    return (
      <Nothing
        step={
          <Link className="btn btn-go" href={calendar}>
            Enter the first section
          </Link>
        }
      >
        A plan counts class meetings; it needs a section with its meeting times first.
      </Nothing>
    );
  return (
    <>
      <p className="mb-3">
        The plan says in which class meetings each stage is worked on. Start from one of these, or enter stages of your
        own.
      </p>
      {children}
    </>
  );
}

import { FirstSteps, firstSteps, type Frame } from '@/shell/frame';
import { TodayList } from '@/shell/today/TodayList';
import { PlanStory } from '@/areas/plan/ui/PlanStory';
import { weekday, day, number } from '@/core/format';
import { Link } from '@/ui/Link';
import type { readTodayPage } from '@/app/projects/[project]/read';

type Props = Awaited<ReturnType<typeof readTodayPage>> & { frame: Frame };

/** The content of the page “Today”. */
export function TodayView({ leads, teams, href, items, actions, benchmarks, stories, next, frame }: Props) {
  const { seat, today } = frame;

  return (
    <div className="grid grid-cols-1 lg:grid-cols-[1fr_300px] gap-x-7 gap-y-5">
      <div>
        {seat.role === 'instructor' && (
          <FirstSteps steps={firstSteps({ ...frame.counts, sections: frame.sections.length }, href)} />
        )}
        <TodayList items={items} teams={teams} />
        {items.length === 0 && teams.length === 0 && <p className="faint">Nothing needs you right now.</p>}
      </div>
      <aside className="flex flex-col gap-4">
        {leads && stories.length > 0 && (
          <section>
            <h2 className="mb-1">Plan</h2>
            <PlanStory stories={stories} remedies={seat.role === 'instructor' ? href('schedule/what-if') : null} />
          </section>
        )}
        <section>
          <h2 className="mb-1">Next meetings</h2>
          {next.length === 0 ? (
            <p className="faint">None planned.</p>
          ) : (
            <ul>
              {next.map((meeting) => (
                <li key={meeting.date + meeting.start}>
                  {weekday(meeting.date)} <span className="num">{meeting.start}</span>, {meeting.minutes} min
                  {meeting.date === today && <b className="text-iron"> today</b>}
                </li>
              ))}
            </ul>
          )}
        </section>
        {actions.length > 0 && (
          <section>
            <h2 className="mb-1">Actions</h2>
            <ul>
              {actions.map((action) => (
                <li key={action.id} className="py-0.5">
                  {action.team && <b>{action.team}: </b>}
                  {action.what}
                  {action.dueOn && (
                    <span className={action.dueOn < today ? 'text-brick' : 'faint'}> by {day(action.dueOn)}</span>
                  )}
                </li>
              ))}
            </ul>
          </section>
        )}
        {benchmarks.length > 0 && (
          <section>
            <h2 className="mb-1">Benchmark to beat</h2>
            <ul>
              {benchmarks.slice(0, 4).map((one) => (
                <li key={one.id}>
                  {one.eventName}:{' '}
                  <b className="num !text-[15px]">
                    {number(one.value)} {one.unit}
                  </b>{' '}
                  <span className="faint">
                    ± {number(one.expandedUncertainty)}, {one.season}
                  </span>
                </li>
              ))}
            </ul>
          </section>
        )}
      </aside>
    </div>
  );
}

/** What stands at the page’s head as actions. */
export function TodayActions({ leads, href, next, frame }: Props) {
  const { seat } = frame;

  return (
    <>
      {leads && next.length > 0 && (
        <Link className="btn" href={href('schedule/lesson')}>
          Lesson sheet
        </Link>
      )}
      {frame.counts.events > 0 && (leads || seat.teamId) && (
        <Link className="btn btn-go" href={href('bench/enter')}>
          Enter runs
        </Link>
      )}
    </>
  );
}

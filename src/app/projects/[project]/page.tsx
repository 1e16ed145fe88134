import { seesAll } from '@/server/access';
import { momentOfEntry } from '@/server/clock';
import { Link } from '@/ui/Link';
import { endOf } from '@/core/calendar';
import { FirstSteps, firstSteps, openSheet, ProjectFrame, type Frame, type SheetProps } from '@/shell/frame';
import { hrefIn, listOpenActions, teamIdsIn } from '@/areas/course';
import { listBenchmarks } from '@/areas/builds';
import { pacesOf, storiesOf, stageNow, listStages } from '@/areas/plan';
import { PlanStory } from '@/areas/plan/ui/PlanStory';
import { opensTo } from '@/shell/today/opensTo';
import { TodayList } from '@/shell/today/TodayList';
import { readToday } from '@/shell/today';
import { day, number, weekday } from '@/core/format';
import { pool } from '@/db/connection';

export default async function TodayPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]', props);
  const { seat, clock, today } = frame;
  const { id, eventDate, retentionUntil } = seat.project;
  const leads = seesAll(seat);
  const shown = teamIdsIn(frame.teams, clock?.id ?? null, leads ? (frame.team?.id ?? null) : seat.teamId);
  const teams = frame.teams.filter((team) => shown.includes(team.id));
  const since = frame.meetings.findLast((meeting) => meeting.date < today)?.date ?? today;
  const href = (sheet: string) => hrefIn(frame, sheet);
  const { now } = frame;
  const asked = {
    projectId: id,
    personId: seat.actor.id,
    leads,
    teams,
    today,
    now,
    at: momentOfEntry(seat.project, now, 0),
    since,
    eventDate,
    retentionUntil,
    href,
  };
  const [items, stages, actions, benchmarks] = await Promise.all([
    readToday(pool(), seat.project.hiddenSheets, asked).then((all) => all.filter((item) => opensTo(seat, item.href))),
    listStages(pool(), id),
    listOpenActions(pool(), id, leads ? null : seat.teamId),
    listBenchmarks(pool(), id),
  ]);
  const stories = storiesOf(frame.section ? [frame.section] : frame.sections, frame.teams, stages, { eventDate, now });
  const paces = pacesOf(clock ? [clock] : [], teams, stages, { eventDate, now });
  const next = frame.meetings.filter((meeting) => endOf(meeting) > frame.now).slice(0, 4);
  return (
    <ProjectFrame
      shows="all"
      frame={frame}
      sheet=""
      name="Today"
      title={titleFor(frame)}
      about={[stageNow(paces), clock?.room && `room ${clock.room}`].filter(Boolean).join(' · ') || undefined}
      actions={
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
      }
    >
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
    </ProjectFrame>
  );
}

/** Which section it is and when it meets: now, next, or no more. */
function titleFor({ clock, meetings, now, today }: Frame): string {
  if (!clock) return 'Today';
  const next = meetings.find((meeting) => endOf(meeting) > now);
  if (!next) return `Section ${clock.name}, no meeting left`;
  const when = next.date === today ? 'today' : weekday(next.date);
  return `Section ${clock.name}, ${when} ${next.start} to ${endOf(next).slice(11)}`;
}

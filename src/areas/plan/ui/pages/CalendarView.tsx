import { Nothing } from '@/ui/sheet/Sheet';
import { SidePanel } from '@/ui/kit/SidePanel';
import { CHANGE, SAVE, ADD } from '@/ui/kit/icons';
import { SectionForm, NoClassForm, SchoolDayForm } from '@/areas/plan/ui/calendar/forms';
import { sectionForm, NEW_SECTION } from '@/areas/plan/read/calendar/toForm';
import { MeetingTable } from '@/areas/plan/ui/calendar/MeetingTable';
import { meetingsOf, endOfLink, hrefIn, type Section, type Place } from '@/areas/course';
import { DaysOffForm } from '@/areas/plan/ui/calendar/DaysOffForm';
import { day, weekday } from '@/core/format';
import { ActButton } from '@/ui/forms/ActButton';
import { removeSchoolDay } from '@/areas/plan/write/calendar';
import { LinkPanel } from '@/areas/course/ui/LinkPanel';
import type { Stage } from '@/areas/plan/read/stages';
import { seesAll } from '@/server/access';
import { storiesOf } from '@/areas/plan/read/story';
import { PlanStory } from '@/areas/plan/ui/PlanStory';
import { WhatIf } from '@/areas/plan/ui/WhatIf';
import { dateOf, dayNumber } from '@/core/calendar';
import { sectionPlans } from '@/areas/plan/read/sectionLine';
import type { readCalendarPage } from '@/areas/plan/read/pages/calendar';

type Props = Awaited<ReturnType<typeof readCalendarPage>> & { frame: Place };

/** The content of the page “Calendar”. */
export function CalendarView({ leads, sections, when, school, feeds, stages, own, span, frame }: Props) {
  const { project } = frame.seat;

  return (
    <>
      {frame.sections.length === 0 && (
        <Nothing>
          A section meets at given times between its first and its last day; time left is counted in these meetings.{' '}
          {leads ? 'Add the first section.' : ''}
        </Nothing>
      )}
      <Story frame={frame} stages={stages} when={when} />
      {sections.map((section) => (
        <section key={section.id} className="mb-6" aria-label={`Section ${section.name}`}>
          <div className="flex flex-wrap items-baseline gap-x-5 mb-1">
            <h2 className="h3">
              Section {section.name}
              {section.room && <span className="faint font-normal"> · room {section.room}</span>}
            </h2>
            {leads && (
              <SidePanel
                id={`section-${section.id}`}
                label={`Change section ${section.name}`}
                icon={CHANGE}
                title={`Section ${section.name}`}
                className="btn-text no-print"
              >
                <SectionForm
                  key={section.version}
                  projectId={project.id}
                  id={section.id}
                  version={section.version}
                  values={sectionForm({ ...section })}
                />
              </SidePanel>
            )}
          </div>
          <MeetingTable meetings={meetingsOf(section)} today={frame.today} eventDate={project.eventDate} />
          <Besides section={section} />
        </section>
      ))}
      {leads && frame.sections.length > 0 && (
        <div className="no-print flex flex-col gap-5">
          <section>
            <h2 className="mb-1">Days off</h2>
            <p className="flex flex-wrap gap-x-4 gap-y-2">
              <SidePanel id="days-off" label="Days without class" title="Days without class">
                <NoClassForm
                  key={project.version}
                  projectId={project.id}
                  version={project.version}
                  days={own}
                  usesSchoolDays={project.usesSchoolDays}
                />
              </SidePanel>
              <SidePanel id="days-off-file" label="From a calendar file" title="Days off from a calendar file">
                <DaysOffForm key={own.length} projectId={project.id} span={span} known={own} />
              </SidePanel>
              <SidePanel
                id="school-days"
                label="The school’s list"
                title="The school’s list, shared by all its projects"
              >
                <ul className="my-2">
                  {school.map((one) => (
                    <li key={one.id} className="flex flex-wrap gap-3 py-0.5">
                      <span>
                        {day(one.firstDay, true)}
                        {one.lastDay !== one.firstDay && ` to ${day(one.lastDay, true)}`}: {one.reason}
                      </span>
                      <ActButton
                        act={removeSchoolDay}
                        input={{ id: one.id }}
                        done="Removed from the list."
                        confirm="Remove it from the school’s list? It changes every project that uses the list."
                        className="btn-text"
                      >
                        remove
                      </ActButton>
                    </li>
                  ))}
                </ul>
                <SchoolDayForm key={school.length} />
              </SidePanel>
            </p>
          </section>
          <LinkPanel
            projectId={project.id}
            purpose="feed"
            links={feeds}
            endsOn={endOfLink(project.eventDate)}
            sections={frame.sections.map(({ id, name }) => [id, `Section ${name}`])}
          />
        </div>
      )}
    </>
  );
}

/** What stands at the page’s head as actions. */
export function CalendarActions({ leads, frame }: Props) {
  const { project } = frame.seat;

  return (
    <>
      {frame.sections.length > 0 && (
        <a className="btn" href={hrefIn(frame, 'export/calendar.ics')} download>
          {SAVE} Download .ics
        </a>
      )}
      {leads && (
        <SidePanel
          id="new"
          label="Add section"
          icon={ADD}
          title="New section"
          className={frame.sections.length === 0 ? 'btn btn-go' : 'btn'}
        >
          <SectionForm
            key={frame.sections.length}
            projectId={project.id}
            id={null}
            version={null}
            values={NEW_SECTION}
          />
        </SidePanel>
      )}
    </>
  );
}

/** What the days entered here leave of the plan, and where it does not fit any more what can be done about it. */
function Story({
  frame,
  stages,
  when,
}: {
  frame: Place;
  stages: readonly Stage[];
  when: { eventDate: string; now: string };
}) {
  if (!seesAll(frame.seat)) return null;
  const sections = frame.section ? [frame.section] : frame.sections;
  const stories = storiesOf(sections, frame.teams, stages, when);
  const leads = frame.seat.role === 'instructor';
  const short = stories.some((story) => story.leaves < 0);
  return (
    <>
      <PlanStory stories={stories} remedies={null} />
      {leads && short && (
        <div className="mb-6">
          <WhatIf
            asItIs
            projectId={frame.seat.project.id}
            eventDate={when.eventDate}
            earlier={dateOf(dayNumber(when.eventDate) - 7)}
            sections={sectionPlans(sections, stages, when)}
            teams={[]}
            stages={stages.map(({ id, name, version }) => ({ id, name, version }))}
          />
        </div>
      )}
    </>
  );
}

/** What makes this section's calendar differ from its pattern. */
function Besides({ section }: { section: Section }) {
  const reserve = section.extra.filter((one) => one.inReserve).map((one) => `${weekday(one.date)} ${one.start}`);
  const lost = section.lost.map((one) => `${weekday(one.date)}${one.start ? ` ${one.start}` : ''} (${one.reason})`);
  const off = section.noClass
    .filter((one) => one.to >= section.firstDay && one.from <= section.lastDay)
    .map((one) => `${day(one.from)}${one.to === one.from ? '' : ` to ${day(one.to)}`} (${one.reason ?? 'no class'})`);
  const lines = [
    ['No class', off],
    ['Cancelled', lost],
    ['In reserve', reserve],
  ] as const;
  return (
    <>
      {lines
        .filter(([, what]) => what.length > 0)
        .map(([name, what]) => (
          <p key={name} className="text-sm mt-1">
            <b>{name}:</b> {what.join('; ')}
          </p>
        ))}
    </>
  );
}

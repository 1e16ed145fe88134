import { seesAll } from '@/server/access';
import { Link } from '@/ui/Link';
import { BookForm } from '@/areas/plan/ui/bookings/BookForm';
import {
  heldBookings,
  meetingsToCome,
  slotsIn,
  turnsOf,
  pacesOf,
  listBookings,
  listMachines,
  listJudgedGates,
  listSessionSpans,
  listStages,
} from '@/areas/plan';
import { MachineAbout, MachineBoard } from '@/areas/plan/ui/bookings/MachineBoard';
import { openSheet, ProjectFrame, scheduleViews, type SheetProps } from '@/shell/frame';
import { hrefIn, listStudents } from '@/areas/course';
import { inZone } from '@/server/clock';
import { hazardsOf, readSafety } from '@/areas/safety';
import { Cautions } from '@/ui/sheet/Cautions';
import { Nothing } from '@/ui/sheet/Sheet';
import { Pick } from '@/ui/sheet/Pick';
import { shortName, weekday, withQuery } from '@/core/format';
import { pool } from '@/db/connection';

const MEETINGS = 4;

export default async function BookingsPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/schedule/bookings', props);
  const { project, role, teamId } = frame.seat;
  const leads = role === 'instructor';
  const sees = seesAll(frame.seat);
  const id = project.id;
  const [machines, bookings, sessions, students, safety, judged, stages] = await Promise.all([
    listMachines(pool(), id),
    listBookings(pool(), id),
    listSessionSpans(pool(), id),
    listStudents(pool(), id),
    readSafety(pool(), id),
    listJudgedGates(pool(), id, frame.today),
    listStages(pool(), id),
  ]);
  const { machine: asked, slot } = await props.searchParams;
  const machine = machines.find((one) => one.id === asked) ?? machines[0];
  const { sections, teams, now, today, clock } = frame;
  const held = heldBookings({ machines, bookings, teams, sections, students, safety, gates: judged, today });
  const paces = pacesOf(sections, teams, stages, { eventDate: project.eventDate, now });
  const paceOf = new Map(paces.map((pace) => [pace.teamId, pace]));
  const slots = clock && machine ? meetingsToCome(clock, now, MEETINGS) : [];
  const views = slots.map((meeting) => slotsIn(machine!, meeting, bookings, sessions, now));
  const offered = views.flatMap(({ meeting, free }) =>
    free.map(({ start }) => [`${meeting.date} ${start}`, `${weekday(meeting.date)}, ${start}`] as const),
  );
  const asking = teams.filter((team) => team.sectionId === clock?.id && (sees || team.id === teamId));
  const here = hrefIn(frame, 'schedule/bookings');
  const hazards = machine ? hazardsOf(safety.hazards, 'machines', machine.id) : [];
  const lost = machine
    ? bookings.filter(
        (one) =>
          one.machineId === machine.id && one.state === 'booked' && held.has(one.id) && (sees || one.teamId === teamId),
      )
    : [];
  return (
    <ProjectFrame
      shows={['bookings', 'gates', 'plan', 'safety', 'sessions']}
      frame={frame}
      sheet="schedule"
      name="Schedule"
      view="schedule/bookings"
      views={scheduleViews(role)}
      title={machine ? `Bookings of ${machine.name}` : 'Bookings'}
      about={clock ? `section ${clock.name}` : undefined}
      byTeam={false}
      actions={
        leads && machines.length > 0 ? (
          <Link className="btn" href={hrefIn(frame, 'schedule/machines')}>
            Machines
          </Link>
        ) : undefined
      }
    >
      {!machine && (
        <Nothing
          step={
            leads ? (
              <Link className="btn btn-go" href={hrefIn(frame, 'schedule/machines')}>
                Enter the first machine
              </Link>
            ) : undefined
          }
        >
          Machines and rigs that teams share are booked here, in slots of the class meetings.
        </Nothing>
      )}
      {machine && (
        <>
          <Pick
            label="Machines"
            of={machines.map((one) => ({
              key: one.id,
              name: one.name,
              href: withQuery(here, { machine: one.id }),
              shown: one.id === machine.id,
            }))}
          />
          <MachineAbout machine={machine} />
          {lost.length > 0 && (
            <section className="callout mb-3" style={{ '--tone': 'var(--brick)' } as React.CSSProperties}>
              <h2 className="mb-1">Bookings on hold</h2>
              <ul>
                {lost.map((one) => (
                  <li key={one.id}>
                    <b>{teams.find((team) => team.id === one.teamId)!.name}</b>, {weekday(one.day!)} {one.start}:{' '}
                    {held.get(one.id)}
                  </li>
                ))}
              </ul>
            </section>
          )}
          {clock && slots.length > 0 ? (
            <MachineBoard
              projectId={id}
              machine={machine}
              meetings={views}
              sectionId={clock.id}
              sessionHref={(session) => hrefIn(frame, `bench/sessions/${session}`)}
              turns={turnsOf(machine, bookings, teams, clock.id, paceOf)}
              bookings={bookings}
              teams={teams}
              held={held}
              leads={leads}
              ownTeam={teamId}
              now={now}
              slotHref={(one) => `${withQuery(here, { machine: machine.id, slot: one })}#book`}
              local={(instant) => inZone(new Date(instant), project.timeZone)}
            />
          ) : (
            <p className="faint">There is no meeting left in which it could be used.</p>
          )}
          <Cautions hazards={hazards} />
          {asking.length > 0 && slots.length > 0 && (
            <section id="book" className="mt-5 no-print">
              <h2 className="mb-1.5">Book or ask</h2>
              <BookForm
                key={machine.id}
                projectId={id}
                machine={machine}
                teams={asking.map((team) => ({
                  id: team.id,
                  name: team.name,
                  slots: offered,
                  members: students
                    .filter((one) => one.teamId === team.id)
                    .map((one) => [one.accountId, shortName(one.name)] as const),
                }))}
                chosen={{
                  teamId: asking[0]!.id,
                  slot: offered.some(([one]) => one === slot) ? (slot as string) : '',
                }}
              />
            </section>
          )}
        </>
      )}
    </ProjectFrame>
  );
}

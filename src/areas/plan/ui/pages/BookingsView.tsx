import { Nothing } from '@/ui/sheet/Sheet';
import { Link } from '@/ui/Link';
import { hrefIn, type Place } from '@/areas/course';
import { Pick } from '@/ui/sheet/Pick';
import { withQuery, weekday, shortName } from '@/core/format';
import { MachineAbout, MachineBoard } from '@/areas/plan/ui/bookings/MachineBoard';
import { turnsOf } from '@/areas/plan/read/bookings/plan';
import { inZone } from '@/server/clock';
import { Cautions } from '@/ui/sheet/Cautions';
import { BookForm } from '@/areas/plan/ui/bookings/BookForm';
import type { readBookingsPage } from '@/areas/plan/read/pages/bookings';

type Props = Awaited<ReturnType<typeof readBookingsPage>> & { frame: Place; slot: string | string[] | undefined };

/** The content of the page “Bookings”. */
export function BookingsView({
  leads,
  machines,
  bookings,
  students,
  machine,
  held,
  paceOf,
  slots,
  views,
  offered,
  asking,
  here,
  hazards,
  lost,
  frame,
  slot,
}: Props) {
  const { project, teamId } = frame.seat;
  const id = project.id;
  const { teams, now, clock } = frame;

  return (
    <>
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
    </>
  );
}

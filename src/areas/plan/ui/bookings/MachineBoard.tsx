import { Link } from '@/ui/Link';
import { timeOf, type Turn } from '@/core/bookings';
import { SUPERVISION_WORDS } from '@/core/safety';
import type { Booking, Machine } from '@/areas/plan/read/bookings';
import type { Team } from '@/areas/course';
import { ActButton } from '@/ui/forms/ActButton';
import { tagColour } from '@/ui/colours';
import { moment, plural, shortName, weekday } from '@/core/format';
import { TeamTag } from '@/ui/sheet/Sheet';
import { cancelBooking, endUse, giveNext, startUse } from '@/areas/plan/write/bookings/actions';
import type { MeetingSlots, Placed } from '@/areas/plan/read/bookings/plan';
import { endsAt, slackWords, turnWords } from '@/areas/plan/read/bookings/words';

interface Props {
  projectId: string;
  machine: Machine;
  meetings: readonly MeetingSlots[];
  sectionId: string | null;
  sessionHref: (id: string) => string;
  turns: readonly Turn[];
  bookings: readonly Booking[];
  teams: readonly Team[];
  /** What holds a booking, by its id. */
  held: ReadonlyMap<string, string>;
  leads: boolean;
  ownTeam: string | null;
  /** Local time of the project. */
  now: string;
  slotHref: (slot: string) => string;
  /** A request's time as local time. */
  local: (instant: string) => string;
}

/** A machine's meetings to come with what is booked and free in them, and the line of those who wait, with the reasons. */
export function MachineBoard(props: Props) {
  const { projectId, machine, meetings, sectionId, leads } = props;
  const next = meetings.find((one) => one.free.length > 0);
  return (
    <>
      <h2 className="mb-1">Waiting</h2>
      {props.turns.length === 0 ? (
        <p className="faint">Nobody is waiting, so a free slot can be booked at once.</p>
      ) : (
        <>
          <p className="text-sm mb-1.5">
            The next free slot goes to the team with the least slack in the schedule, then the least time used so far,
            then the earlier request.
          </p>
          <Line {...props} />
          {leads && next && sectionId && (
            <p className="mt-2">
              <ActButton
                act={giveNext}
                input={{ projectId, machineId: machine.id, sectionId, day: next.meeting.date }}
                done="The next slot is given."
              >
                Give {weekday(next.meeting.date)}, {next.free[0]!.start} to the first in the queue
              </ActButton>
            </p>
          )}
        </>
      )}
      <h2 className="mt-4 mb-1">Slots</h2>
      <div className="grid md:grid-cols-2 gap-x-8 gap-y-4">
        {meetings.map((one) => (
          <MeetingPart key={one.meeting.date + one.meeting.start} {...props} one={one} />
        ))}
      </div>
    </>
  );
}

function MeetingPart({ one, ...props }: Props & { one: MeetingSlots }) {
  const { meeting, opening, closed, free, bookings, sessions } = one;
  const rows = [
    ...bookings.map((booking) => ({ at: booking.start, booking, slot: null })),
    ...free.map((slot) => ({ at: slot.start, booking: null, slot })),
  ].sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0));
  return (
    <section aria-label={`${props.machine.name}, ${weekday(meeting.date)} ${meeting.start}`}>
      <h2 className="h3 mb-1">
        {weekday(meeting.date)}
        {meeting.date === props.now.slice(0, 10) && <span className="text-iron"> today</span>}
        {opening && (
          <span className="faint font-normal">
            , open {opening.from} to {opening.to}
          </span>
        )}
      </h2>
      {closed && <p className="text-brick">closed: {closed}</p>}
      {sessions.map((session) => (
        <p key={session.id}>
          <Link href={props.sessionHref(session.id)}>
            test session from {session.start}, {session.minutes} min
          </Link>
        </p>
      ))}
      {rows.length === 0 && !closed && <p className="faint">no slot is left</p>}
      <table>
        <tbody>
          {rows.map(({ at, booking, slot }) =>
            booking ? (
              <BookedRow key={booking.id} {...props} booking={booking} />
            ) : (
              <tr key={at}>
                <td className="num whitespace-nowrap w-28">
                  {at}–{timeOf(endsAt(at, props.machine.useMinutes))}
                </td>
                <td colSpan={2}>
                  <Link href={props.slotHref(`${meeting.date} ${at}`)}>
                    {slot!.stations > 1 ? `free, ${slot!.stations} of ${props.machine.capacity}` : 'free'}
                  </Link>
                </td>
              </tr>
            ),
          )}
        </tbody>
      </table>
    </section>
  );
}

function BookedRow({ booking, ...props }: Props & { booking: Placed }) {
  const { projectId, leads, ownTeam, held, now } = props;
  const today = now.slice(0, 10);
  const begun = `${booking.day}T${booking.start}` <= now;
  const team = props.teams.find((one) => one.id === booking.teamId)!;
  const own = leads || booking.teamId === ownTeam;
  const input = { projectId, id: booking.id };
  const why = held.get(booking.id);
  return (
    <tr>
      <td className="num whitespace-nowrap w-28 align-top">
        {booking.start}–{timeOf(endsAt(booking.start, booking.minutes))}
      </td>
      <td className="align-top">
        <TeamTag name={team.name} colour={tagColour(team.colour)} />
        {own && (
          <span className="block text-sm">
            {[booking.purpose, booking.material === 'none' ? '' : `${booking.material} material`]
              .filter(Boolean)
              .join(', ')}
            {booking.operator && <span className="faint"> {shortName(booking.operator)}</span>}
          </span>
        )}
        {why && own && <span className="block text-sm text-brick">held: {why}</span>}
        {booking.heldFor && own && (
          <span className="block text-sm text-ochre">used despite a hold: {booking.heldFor}</span>
        )}
      </td>
      <td className="align-top text-sm">
        <span className="whitespace-nowrap">
          {booking.state === 'running' ? <b className="text-iron">runs</b> : booking.state}
        </span>
        {own && (
          <span className="flex flex-wrap gap-x-3">
            {booking.state === 'booked' && booking.day === today && (
              <ActButton act={startUse} input={input} done="Begun." className="btn-text">
                start
              </ActButton>
            )}
            {booking.state === 'running' && (
              <ActButton
                act={endUse}
                input={{ ...input, as: 'done' }}
                done="Ended. The slot is free."
                className="btn-text"
              >
                end
              </ActButton>
            )}
            {booking.state === 'booked' && begun && (
              <>
                <ActButton act={endUse} input={{ ...input, as: 'done' }} done="Recorded as used." className="btn-text">
                  it was used
                </ActButton>
                <ActButton act={endUse} input={{ ...input, as: 'missed' }} done="Noted." className="btn-text">
                  nobody came
                </ActButton>
              </>
            )}
            {booking.state === 'booked' && (
              <ActButton
                act={cancelBooking}
                input={input}
                done="Cancelled. The slot is free."
                confirm="Cancel this booking?"
                className="btn-text"
              >
                cancel
              </ActButton>
            )}
          </span>
        )}
      </td>
    </tr>
  );
}

function Line({ projectId, turns, bookings, teams, leads, ownTeam, held, local }: Props) {
  return (
    <table className="stacked max-w-4xl">
      <thead>
        <tr>
          <th>Turn</th>
          <th>Team</th>
          <th>Schedule</th>
          <th className="right">Used, min</th>
          <th>Asked</th>
          <th>Ahead because of</th>
          <td />
        </tr>
      </thead>
      <tbody>
        {turns.map((turn, i) => {
          const team = teams.find((one) => one.id === turn.team)!;
          const request = bookings.find((one) => one.id === turn.id)!;
          const own = leads || turn.team === ownTeam;
          return (
            <tr key={turn.id}>
              <td className="beside num">{i + 1}</td>
              <td className="beside">
                <TeamTag name={team.name} colour={tagColour(team.colour)} />
                {own && request.purpose && <span className="block text-sm">{request.purpose}</span>}
                {own && held.get(turn.id) && (
                  <span className="block text-sm text-brick">held: {held.get(turn.id)}</span>
                )}
              </td>
              <td className="beside">{slackWords(turn)}</td>
              <td data-label="used, min" className="beside num right">
                {turn.used}
              </td>
              <td data-label="asked" className="beside whitespace-nowrap">
                {moment(local(turn.askedAt))}
              </td>
              <td data-label={turn.before === null ? undefined : 'ahead because of'}>{turnWords(turn)}</td>
              <td>
                {own && (
                  <ActButton
                    act={cancelBooking}
                    input={{ projectId, id: turn.id }}
                    done="You have left the queue."
                    confirm="Leave the queue?"
                    className="btn-text"
                  >
                    Leave the queue
                  </ActButton>
                )}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

/** What a machine is: how many at once, how long, supervised how. */
export function MachineAbout({ machine }: { machine: Machine }) {
  return (
    <p className="text-sm faint mb-2">
      {[
        machine.room && `room ${machine.room}`,
        `${plural(machine.useMinutes, 'minute')} a use, ${machine.resetMinutes} to reset`,
        machine.capacity > 1 ? `${machine.capacity} at once` : '',
        SUPERVISION_WORDS[machine.supervision],
      ]
        .filter(Boolean)
        .join(' · ')}
    </p>
  );
}

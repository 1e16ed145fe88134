import { meetsNext, type Place, meetingsOf } from '@/areas/course';
import type { Machine } from '@/areas/plan';
import type { EventRecord } from '@/areas/bench/read/runs';
import { endOf } from '@/core/calendar';

/** What the form of a session offers. */
export function offersOf(place: Place, events: readonly EventRecord[], machines: readonly Machine[]) {
  return {
    sections: place.sections.map(({ id, name }) => [id, name] as const),
    events: events.map(({ id, name }) => [id, name] as const),
    machines: machines.map(({ id, name }) => [id, name] as const),
    teams: place.teams.map(({ id, name }) => [id, name] as const),
  };
}

/** Room at the start and the end of a meeting that no run is planned in, in minutes. */
const EDGE = 5;

/** A session to start from: the section's next meeting, all its teams, the event's attempts. */
export function newSession(place: Place, events: readonly EventRecord[], machines: readonly Machine[]) {
  const section = place.clock ?? meetsNext(place.sections, place.now);
  const meeting = section && meetingsOf(section).find((one) => endOf(one) > place.now);
  const start = meeting ? endOf({ ...meeting, minutes: EDGE }).slice(11) : '10:00';
  const rig = machines.find((one) => !one.cuts);
  return {
    sectionId: section?.id ?? '',
    eventId: events[0]?.id ?? '',
    machineId: rig?.id ?? '',
    day: meeting?.date ?? place.today,
    start,
    minutes: String(meeting ? Math.max(1, meeting.minutes - 2 * EDGE) : 40),
    attempts: String(events[0]?.attemptsAllowed ?? 3),
    minutesPerAttempt: '2',
    resetMinutes: '1',
    restMinutes: '0',
    stations: String(rig?.capacity ?? 1),
    drawn: 'given',
    teams: place.teams.filter((team) => team.sectionId === section?.id).map(({ id }) => ({ id })),
  };
}

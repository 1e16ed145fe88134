import { addMinutes } from 'date-fns';
import ical, { ICalEventTransparency } from 'ical-generator';
import { type Booking, type Machine, type Stage, layOutLine, sectionLine, slackOf } from '@/areas/plan';
import { meetingsOf, type Section, type Team } from '@/areas/course';
import { runningOrder, type Review } from '@/areas/reviews';
import { plural } from '@/core/format';
import { instantOf } from '@/server/clock';

interface Given {
  project: { id: string; title: string; clientName: string; timeZone: string; eventDate: string };
  sections: readonly Section[];
  stages: readonly Stage[];
  teams: readonly Team[];
  machines: readonly Machine[];
  bookings: readonly Booking[];
  reviews: readonly Review[];
}

/**
 * The calendar of a project in the iCalendar format (RFC 5545): class meetings with the stages that are worked on, the last
 * meeting of each stage, what is booked on the machines, the reviews with their running orders, and the event. Times are UTC, so that no program needs to know the time zone; each entry keeps its
 * id, so that a program that subscribes moves what was moved.
 */
export function calendarOf({ project, sections, stages, teams, machines, bookings, reviews }: Given): string {
  const calendar = ical({
    name: project.title,
    prodId: { company: 'ironstone', product: 'schedule' },
    timezone: null,
    ttl: 3600,
  });
  // A calendar program lives in the real present, whatever the project is pinned to.
  const zone = { pinnedNow: null, timeZone: project.timeZone };
  for (const section of sections) {
    const meetings = meetingsOf(section);
    const before = meetings.filter((meeting) => meeting.date < project.eventDate);
    const placed = layOutLine(sectionLine(section, stages, project.eventDate)).stages;
    const shown = stages.filter((stage) => placed.has(stage.id));
    meetings.forEach((meeting, i) => {
      const on = shown.filter(({ id }) => placed.get(id)!.start <= i && i <= placed.get(id)!.finish);
      const start = instantOf(zone, `${meeting.date}T${meeting.start}`);
      calendar.createEvent({
        id: `meeting-${section.id}-${meeting.date}-${meeting.start.replace(':', '')}`,
        start,
        end: addMinutes(start, meeting.minutes),
        summary: `${project.title}, section ${section.name}${on.length ? `: ${on.map((stage) => stage.name).join(', ')}` : ''}`,
        description: i < before.length ? `meeting ${i + 1} of ${before.length}` : 'after the event',
        ...(section.room ? { location: `room ${section.room}` } : {}),
      });
    });
    for (const stage of shown) {
      const { finish, slack } = placed.get(stage.id)!;
      const meeting = before[finish];
      if (!meeting) continue;
      calendar.createEvent({
        id: `stage-${stage.id}-${section.id}`,
        start: dayOf(meeting.date),
        allDay: true,
        transparency: ICalEventTransparency.TRANSPARENT,
        summary: `Last meeting for ${stage.name}, section ${section.name}`,
        description: [
          stage.handsIn && `hand in: ${stage.handsIn}`,
          slack < 0 ? `${plural(-slack, 'meeting')} short` : slackOf(slack),
        ]
          .filter(Boolean)
          .join('; '),
      });
    }
  }
  for (const { id, day, start, minutes, state, machineId, teamId } of bookings) {
    const team = teams.find((one) => one.id === teamId);
    if (!day || !start || !minutes || (state !== 'booked' && state !== 'running')) continue;
    if (!team || !sections.some((section) => section.id === team.sectionId)) continue;
    const machine = machines.find((one) => one.id === machineId)!;
    const begins = instantOf(zone, `${day}T${start}`);
    calendar.createEvent({
      id: `booking-${id}`,
      start: begins,
      end: addMinutes(begins, minutes),
      summary: `${machine.name}: ${team.name}`,
      ...(machine.room ? { location: `room ${machine.room}` } : {}),
    });
  }
  for (const review of reviews) {
    const section = sections.find((one) => one.id === review.sectionId);
    const order = runningOrder(review, section);
    for (const [at, meeting] of order.meetings.entries()) {
      const on = order.slots.filter((slot) => slot.meeting === at);
      if (on.length === 0) continue;
      const start = instantOf(zone, `${meeting.date}T${on[0]!.start}`);
      const teamOf = (slotId: string) => review.slots.find(({ id }) => id === slotId)?.teamId;
      const nameOf = (slotId: string) => teams.find(({ id }) => id === teamOf(slotId))?.name ?? 'a team';
      calendar.createEvent({
        id: `review-${review.id}-${meeting.date}-${meeting.start.replace(':', '')}`,
        start,
        end: addMinutes(instantOf(zone, `${meeting.date}T${on.at(-1)!.start}`), review.minutes),
        summary: `${review.name}, section ${section!.name}`,
        description: on.map((slot) => `${slot.start} ${nameOf(slot.team)}`).join(', '),
      });
    }
  }
  calendar.createEvent({
    id: `event-${project.id}`,
    start: dayOf(project.eventDate),
    allDay: true,
    summary: `Event: ${project.title} for ${project.clientName}`,
  });
  return calendar.toString();
}

/** A whole day, as the package takes it: by the date's parts in this machine's own time. */
function dayOf(date: string): Date {
  const [year = 0, month = 1, day = 1] = date.split('-').map(Number);
  return new Date(year, month - 1, day);
}

import type { Meeting } from '@/core/calendar';
import { plural, weekday } from '@/core/format';

/** The section's meetings, numbered; those held are faint, today's is marked. */
export function MeetingTable({
  meetings,
  today,
  eventDate,
}: {
  meetings: readonly Meeting[];
  today: string;
  eventDate: string;
}) {
  if (meetings.length === 0)
    return (
      <p className="callout">
        No meeting at all: the days without class cover the whole term, or its days of the week do not lie in it.
      </p>
    );
  const minutes = meetings.filter((m) => m.date >= today && m.date < eventDate).reduce((sum, m) => sum + m.minutes, 0);
  return (
    <>
      <p className="mb-2">
        {plural(meetings.length, 'meeting')}, {meetings.filter((m) => m.date < today).length} held;{' '}
        <b>{meetings.filter((m) => m.date >= today && m.date < eventDate).length}</b> left before the event,{' '}
        {Math.round(minutes / 6) / 10} hours of class time.
      </p>
      <ol className="grid grid-cols-[repeat(auto-fill,minmax(168px,1fr))] border-t border-l border-hair">
        {meetings.map((m, i) => (
          <li
            key={m.date + m.start}
            className={`border-b border-r border-hair px-2 py-1 ${m.date < today ? 'text-faint' : ''} ${m.date === today ? 'outline-2 outline-iron -outline-offset-2' : ''}`}
          >
            <span className="num text-faint mr-2">{i + 1}</span>
            {weekday(m.date)}
            {m.date === today && <b className="text-iron"> today</b>}
            {m.date >= eventDate && <b> event</b>}
            <span className="num block">
              {m.start} · {m.minutes} min
            </span>
          </li>
        ))}
      </ol>
    </>
  );
}

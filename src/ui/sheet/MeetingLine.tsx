import { weekOf } from '@/core/calendar';
import { day, plural } from '@/core/format';

interface Props {
  href: string;
  /** Dates of the section's meetings, in order. */
  dates: string[];
  today: string;
  eventDate: string;
  /** Gates, each before the meeting of an index. */
  posts?: { name: string; before: number }[];
}

/**
 * The meeting line: one tick a class meeting, filled when held, a post for a gate, a caret for today, a flag for the event. On a
 * drawing the ticks would be the zones of the upper edge.
 */
export function MeetingLine({ href, dates, today, eventDate, posts = [] }: Props) {
  const held = dates.filter((date) => date < today).length;
  const isMeeting = dates.includes(today);
  const left = dates.filter((date) => date >= today && date < eventDate).length;
  const width = 1220;
  const end = width - 60;
  const step = end / Math.max(1, dates.filter((date) => date <= eventDate).length);
  const at = (index: number) => 14 + Math.min(index * step, end + 40);
  const shown = dates.filter((date) => date <= eventDate);
  const caret = at(held);
  const count = dates.filter((date) => date < eventDate).length;
  const words =
    today >= eventDate
      ? 'today'
      : isMeeting
        ? `today, meeting ${held + 1} of ${count}`
        : `today, after meeting ${held} of ${count}`;
  const eventWords =
    today >= eventDate ? `event ${day(eventDate)}` : `event ${day(eventDate)}, ${plural(left, 'meeting')} left`;
  const flagLeft = caret > end - 260;
  return (
    <nav aria-label="Meetings" className="meeting-line">
      <a
        href={href}
        className="block border-b border-ink bg-sheet no-underline"
        aria-label={`Meeting line: ${words}; ${eventWords}${posts.length > 0 ? `; gates: ${posts.map((post) => `${post.name} before meeting ${post.before + 1}`).join(', ')}` : ''}. Opens the schedule.`}
      >
        <span className="md:hidden block px-3.5 pt-1.5 pb-1 text-sm">
          <svg viewBox={`0 0 ${width} 10`} preserveAspectRatio="none" className="block w-full h-2.5" aria-hidden>
            {shown.map((date, i) => (
              <rect
                key={date + i}
                x={at(i)}
                y="0"
                width={i === held ? 14 : 7}
                height="10"
                fill={i === held ? 'var(--iron)' : i < held ? 'var(--ink)' : 'var(--rule)'}
              />
            ))}
          </svg>
          <span className="text-iron font-medium">{words}</span>
          <span className="text-faint">; {eventWords}</span>
        </span>
        <svg viewBox={`0 0 ${width} 44`} className="hidden md:block w-full h-11" aria-hidden>
          <g fontFamily="Barlow Condensed" fontSize="12" fill="var(--faint)">
            <line x1="8" y1="24" x2={width - 8} y2="24" stroke="var(--ink)" />
            {shown.map((date, i) => (
              <g key={date + i}>
                {date < today ? (
                  <rect x={at(i) - 1.5} y="15" width="3" height="9" fill="var(--ink)" />
                ) : (
                  <line x1={at(i)} x2={at(i)} y1="17" y2="24" stroke="var(--faint)" />
                )}
                {startsWeek(shown, i) && (
                  <text x={at(i)} y="39" textAnchor="middle">
                    {day(date)}
                  </text>
                )}
              </g>
            ))}
            {posts.map((post) => {
              const x = at(post.before) - Math.min(8, step / 2);
              return (
                <g key={post.name} stroke="var(--ink)" fill="none">
                  <title>{post.name}</title>
                  <path d={`M${x} 24 V13`} strokeWidth="2.5" />
                  <path d={`M${x} 14 h-7`} strokeWidth="2" />
                </g>
              );
            })}
            <path d={`M${caret - 6} 3 h12 l-6 9z`} fill="var(--iron)" />
            <text
              x={flagLeft ? caret - 10 : caret + 10}
              y="12"
              fontWeight="600"
              fill="var(--iron)"
              textAnchor={flagLeft ? 'end' : 'start'}
            >
              {words}
            </text>
            <line x1={end + 24} y1="5" x2={end + 24} y2="24" stroke="var(--ink)" strokeWidth="2" />
            <path d={`M${end + 24} 5 h16 l-4 5 l4 5 h-16z`} fill="var(--ink)" />
            {!flagLeft && (
              <text x={end + 18} y="13" textAnchor="end" fill="var(--ink)">
                {eventWords}
              </text>
            )}
          </g>
        </svg>
      </a>
    </nav>
  );
}

/** Whether a meeting is the first of its week. */
function startsWeek(dates: string[], index: number): boolean {
  return index === 0 || weekOf(dates[index]!) !== weekOf(dates[index - 1]!);
}

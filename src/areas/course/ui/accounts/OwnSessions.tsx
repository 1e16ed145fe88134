import { day, plural } from '@/core/format';
import { endOtherSessions } from '@/server/sessions';
import type { OwnSession } from '@/areas/course/read/people/devices';
import { ActButton } from '@/ui/forms/ActButton';

/** Where one is signed in, and how to end that everywhere else, as after leaving a device behind. */
export function OwnSessions({ sessions, here }: { sessions: OwnSession[]; here: string }) {
  const others = sessions.filter(({ id }) => id !== here).length;
  return (
    <section className="mt-6" aria-label="Your devices">
      <h2 className="mb-1">Your devices</h2>
      <p className="faint mb-2">A device you don’t use for 14 days is signed out automatically.</p>
      <ul className="mb-3">
        {sessions.map(({ id, device, createdAt, shared }) => (
          <li key={id} className="py-1.5 border-b border-hair flex flex-wrap gap-x-4">
            <span className="grow">
              {device || 'device'}
              {id === here && <b>, this one</b>}
              {shared && ', shared until the lesson ends'}
            </span>
            <span className="faint text-sm">since {day(createdAt.toISOString().slice(0, 10))}</span>
          </li>
        ))}
      </ul>
      {others > 0 ? (
        <ActButton act={endOtherSessions} input={{}} done="You are signed out everywhere else.">
          Sign out on {others === 1 ? 'the other device' : `all ${plural(others, 'other device')}`}
        </ActButton>
      ) : (
        <p className="faint">You are signed in nowhere else.</p>
      )}
    </section>
  );
}

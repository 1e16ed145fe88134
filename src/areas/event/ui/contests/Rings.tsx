'use client';

import type { Stand } from '@/core/desk/stand';
import type { Contest } from '@/areas/event/read/contests';
import type { Act } from './DeskMatch';

/** Which rings are free, taken or closed; one that closes takes no match until it opens. */
export function Rings({
  contest,
  stand: { called, closed, played },
  nameOf,
  act,
  busy,
}: {
  contest: Contest;
  stand: Stand;
  nameOf: (id: string | null) => string;
  act: Act;
  busy: boolean;
}) {
  if (contest.rings < 2) return null;
  return (
    <ul aria-label="Rings" className="flex flex-wrap gap-2">
      {Array.from({ length: contest.rings }, (_, i) => i + 1).map((ring) => {
        const here = called.find((one) => one.ring === ring);
        const match = here && played.matches.find(({ id }) => id === here.match);
        const isClosed = closed.includes(ring);
        return (
          <li key={ring} className="border border-rule px-2 py-1 flex gap-2 items-baseline">
            <b>Ring {ring}</b>
            <span className={here ? '' : 'faint'}>
              {match ? `${nameOf(match.a)} – ${nameOf(match.b)}` : isClosed ? 'closed' : 'free'}
            </span>
            <button
              type="button"
              className="btn-text text-sm"
              disabled={busy}
              onClick={() =>
                void act(
                  { does: isClosed ? 'open-ring' : 'close-ring', ring },
                  `ring ${ring} ${isClosed ? 'open' : 'closed'}`,
                  isClosed ? `Ring ${ring} is open.` : `Ring ${ring} is closed. What goes on there may end.`,
                )
              }
            >
              {isClosed ? `Open ring ${ring}` : `Close ring ${ring}`}
            </button>
          </li>
        );
      })}
    </ul>
  );
}

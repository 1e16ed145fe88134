'use client';

import { whoDid } from '@/core/names';
import { useRef } from 'react';
import type { Called } from '@/core/desk/stand';
import type { DeskEntry } from '@/core/desk/entry';
import type { PlayedMatch } from '@/core/tournament/play';
import { matchName } from '@/areas/event/shared/contests/words';
import { ResultPad } from './ResultPad';
import { clockOf, type DeskAct } from '@/areas/event/shared/contests/atDesk';

/** A match that can be played: whether it was called, and when it is expected, in minutes from the start. */
export interface Line {
  match: PlayedMatch;
  called: Called | null;
  start: number | null;
  /** A result that waits for a second official. */
  waits: DeskEntry | null;
}
export type Act = (what: DeskAct, title: string, done: string) => Promise<boolean>;

interface Props {
  line: Line;
  chosen: boolean;
  choose: () => void;
  /** Whether its result is being entered. */
  entering: boolean;
  enter: (on: boolean) => void;
  present: number;
  beginsAt: number;
  zone: string;
  free: number[];
  stopped: boolean;
  own: string | null;
  draws: boolean;
  held: string[];
  elsewhere: string[];
  nameOf: (id: string | null) => string;
  act: Act;
  busy: boolean;
}

/** One match at the desk: called to a ring, begun, timed, and its result. */
export function DeskMatch(props: Props) {
  const {
    line,
    chosen,
    choose,
    entering,
    enter,
    present,
    beginsAt,
    free,
    stopped,
    own,
    held,
    elsewhere,
    nameOf,
    act,
    busy,
  } = props;
  const { match, called, start, waits } = line;
  const item = useRef<HTMLLIElement>(null);
  const { id, a, b } = match;
  const both = `${nameOf(a)} against ${nameOf(b)}`;
  const sides = { match: id, a, b };
  const isOwn = own !== null && (a === own || b === own);
  const ring = free[0] ?? null;
  const call = () => act({ does: 'call', ring, ...sides }, `${both} called to ring ${ring}`, `Called to ring ${ring}.`);
  const begin = () => act({ does: 'start', ring: called?.ring ?? ring ?? 1, ...sides }, `${both} begun`, 'Begun.');
  const next = () => {
    if (isOwn) return;
    if (entering || called?.startedAt) return enter(true);
    if (called) return stopped ? undefined : void begin();
    if (ring !== null) void call();
  };
  return (
    <li
      id={`match-${id}`}
      ref={item}
      tabIndex={chosen ? 0 : -1}
      onFocus={choose}
      onKeyDown={(event) => {
        if (event.key === 'Escape') return (enter(false), item.current?.focus());
        if (event.target === item.current && event.key === 'Enter') next();
      }}
      className={`border-b border-rule py-2 px-2 ${called ? 'border-l-4 border-l-iron' : 'border-l-4 border-l-transparent'} ${chosen ? 'bg-paper' : ''}`}
      aria-label={`${matchName(id)}: ${both}`}
    >
      <div className="flex flex-wrap items-baseline gap-x-3 gap-y-1">
        <span className="font-cond font-semibold text-xl grow">
          {nameOf(a)} <span className="faint font-normal text-base">against</span> {nameOf(b)}
        </span>
        <span className="faint text-sm">
          {id.startsWith('F') ? matchName(id) : id}
          {called ? `, ring ${called.ring}` : ''}
        </span>
        <span className="num text-sm">{timeWords({ called, start, present, beginsAt, zone: props.zone })}</span>
      </div>
      {held.length > 0 && (
        <p className="text-sm text-brick">Not cleared: {held.join('; ')}. If it runs anyway, it is kept and marked.</p>
      )}
      {elsewhere.length > 0 && <p className="text-sm text-ochre">{elsewhere.join('; ')}.</p>}
      {waits && (
        <p className="text-sm text-ochre">
          {waits.drawn ? 'A draw' : `${nameOf(waits.team)} won`}, says {whoDid(waits.byName)}: it waits for a second
          official.
        </p>
      )}
      {isOwn && <p className="text-sm faint">Matches of your own team are entered by somebody else.</p>}
      {!isOwn && !entering && (
        <p className="flex flex-wrap gap-2 mt-1.5">
          {!called && ring !== null && (
            <button type="button" className={chosen ? 'btn btn-go' : 'btn'} disabled={busy} onClick={() => void call()}>
              Call to ring {ring}
            </button>
          )}
          {called && !called.startedAt && (
            <button
              type="button"
              className={chosen ? 'btn btn-go' : 'btn'}
              disabled={busy || stopped}
              onClick={() => void begin()}
            >
              {stopped ? 'Held: the day is stopped' : 'Start'}
            </button>
          )}
          <button
            type="button"
            className={called?.startedAt && chosen ? 'btn btn-go' : 'btn'}
            onClick={() => (choose(), enter(true))}
          >
            Enter result
          </button>
          {called && (
            <button
              type="button"
              className="btn-text"
              disabled={busy}
              onClick={() => void act({ does: 'recall', ...sides }, `${both} sent back`, 'Sent back to the queue.')}
            >
              Back to the queue
            </button>
          )}
        </p>
      )}
      {entering && (
        <ResultPad
          a={a!}
          b={b!}
          draws={props.draws}
          nameOf={nameOf}
          busy={busy}
          close={() => (enter(false), item.current?.focus())}
          save={async (outcome, says) => {
            if (await act({ does: 'result', ...sides, ...outcome }, `${both}: ${says}`, `${says}.`)) enter(false);
          }}
        />
      )}
    </li>
  );
}

/** How long a match has gone on, or when it is expected. */
function timeWords({
  called,
  start,
  present,
  beginsAt,
  zone,
}: Pick<Props, 'present' | 'beginsAt' | 'zone'> & Pick<Line, 'called' | 'start'>) {
  if (called) {
    const seconds = Math.max(0, Math.floor((present - Date.parse(called.startedAt ?? called.calledAt)) / 1000));
    const clock = `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
    return called.startedAt ? clock : `called ${clock} ago`;
  }
  if (start === null) return '';
  return `about ${clockOf(beginsAt + start * 60_000, zone)}`;
}

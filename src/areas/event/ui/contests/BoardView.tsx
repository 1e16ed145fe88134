'use client';

import { useCallback, useEffect, useState } from 'react';
import type { Board, BoardContest } from '@/areas/event/read/contests/board';
import { number } from '@/core/format/format';
import { tagColour } from '@/ui/colours';
import { useLive } from '@/ui/live/useLive';
import { clockOf, namesOf } from '@/areas/event/shared/contests/atDesk';
import { Confluence } from './Confluence';

interface Props {
  board: Board;
  zone: string;
  /** What stands beside while no contest is open. */
  children: React.ReactNode;
}

/** The day on a projector, as it is now: who is on, who follows, the tree or the table, and the published places. */
export function BoardView({ board, zone, children }: Props) {
  const [now, setNow] = useState(board);
  const look = useCallback((data?: unknown) => {
    if (data && typeof data === 'object' && 'contests' in data) setNow(data as Board);
    else location.reload();
  }, []);
  useLive(null, look);
  const [at, setAt] = useState(0);
  const going = now.contests.filter(({ over }) => !over);
  const shown = going.length > 0 ? going : now.contests.slice(-1);
  // With several at once each is shown for a while.
  useEffect(() => {
    if (shown.length < 2) return;
    const timer = setInterval(() => setAt((one) => one + 1), 20_000);
    return () => clearInterval(timer);
  }, [shown.length]);
  const contest = shown[at % Math.max(1, shown.length)];
  const places = <Places rows={now.places} />;
  return (
    <>
      {now.stopped && (
        <p className="bg-brick text-sheet text-4xl font-semibold px-4 py-3 mb-3" role="alert">
          Stopped. Please stay where you are.
        </p>
      )}
      {contest ? (
        <>
          <div className="grid grid-cols-1 md:grid-cols-[3fr_2fr] gap-x-8 gap-y-2 mb-2">
            <section>
              <h2 className="!text-2xl !normal-case !tracking-normal mb-1">{contest.name}</h2>
              <OnNow contest={contest} board={now} />
            </section>
            <section>
              <Next contest={contest} board={now} zone={zone} />
            </section>
          </div>
          {contest.played && contest.description && contest.table.length === 0 ? (
            <Confluence
              description={contest.description}
              played={contest.played}
              teams={now.teams}
              called={contest.called}
              name={contest.name}
              size="board"
            />
          ) : (
            <Table contest={contest} board={now} />
          )}
          {now.places.length > 0 && (
            <section className="mt-4">
              <h2 className="mb-1">Standings</h2>
              {places}
            </section>
          )}
        </>
      ) : (
        <div className="grid grid-cols-1 md:grid-cols-[2fr_1fr] gap-8">
          <section>
            <h2 className="mb-2">Standings</h2>
            {places}
          </section>
          {children}
        </div>
      )}
    </>
  );
}

type Shown = { contest: BoardContest; board: Board };
const placeWord = (format: BoardContest['format']) => (format === 'lanes' ? 'lane' : 'ring');

function OnNow({ contest, board }: Shown) {
  const nameOf = namesOf(board.teams);
  if (contest.over)
    return (
      <p className="text-4xl font-semibold mb-3">
        {contest.champion ? `First place: ${nameOf(contest.champion)}` : 'Over'}
      </p>
    );
  if (contest.now.length === 0) return <p className="text-2xl faint mb-3">Nobody is on just now.</p>;
  return (
    <ul className="mb-3" aria-label="On now">
      {contest.now.map(({ ring, a, b, startedAt }) => (
        <li
          key={`${ring} ${a}`}
          className="text-4xl leading-[52px] font-cond font-semibold border-l-[10px] border-iron pl-3 mb-1"
        >
          {b ? `${nameOf(a)} – ${nameOf(b)}` : nameOf(a)}{' '}
          <span className="text-xl font-normal faint">
            {placeWord(contest.format)} {ring}
            {contest.format !== 'lanes' && (startedAt === null ? ', please come' : ', on now')}
          </span>
        </li>
      ))}
    </ul>
  );
}

function Next({ contest, board, zone }: Shown & { zone: string }) {
  const nameOf = namesOf(board.teams);
  if (contest.next.length === 0) return null;
  return (
    <>
      <h2 className="mb-1">Next</h2>
      <ol aria-label="Next">
        {contest.next.map(({ ring, a, b, at, heat }, i) => (
          <li key={i} className="flex gap-3 items-baseline text-2xl leading-9 border-b border-hair">
            <span className="num !text-xl faint">{clockOf(at, zone)}</span>
            <span className="font-cond font-semibold grow">
              {heat ? nameOf(a) : a || b ? `${a ? nameOf(a) : '?'} – ${b ? nameOf(b) : '?'}` : 'to be seen'}
            </span>
            <span className="text-base faint">
              {placeWord(contest.format)} {ring}
            </span>
          </li>
        ))}
      </ol>
    </>
  );
}

function Table({ contest, board }: Shown) {
  const nameOf = namesOf(board.teams);
  return (
    <ol aria-label="Table">
      {contest.table.map(({ team, place, points }) => (
        <li key={team} className="flex items-baseline gap-4 text-3xl leading-[48px] border-b border-hair">
          <span className="num !text-3xl w-12 right">{place}</span>
          <span
            className="pl-3 border-l-[10px] font-cond font-semibold grow"
            style={{ borderColor: tagColour(board.teams.find(({ id }) => id === team)?.colour ?? 0) }}
          >
            {nameOf(team)}
          </span>
          <span className="num !text-3xl">{number(points)}</span>
        </li>
      ))}
    </ol>
  );
}

/** The published places. */
function Places({ rows }: { rows: Board['places'] }) {
  if (rows.length === 0) return <p className="text-xl faint">Places appear here once they are published.</p>;
  return (
    <ol>
      {rows.map((row) => (
        <li key={row.team} className="flex items-baseline gap-4 text-3xl leading-[52px] border-b border-hair">
          <span className="num !text-3xl w-12 right">{row.place ?? '–'}</span>
          <span
            className="pl-3 border-l-[10px] font-cond font-semibold grow"
            style={{ borderColor: tagColour(row.colour) }}
          >
            {row.team}
          </span>
        </li>
      ))}
    </ol>
  );
}

'use client';

import { useEffect, useMemo, useState } from 'react';
import { timesOf } from '@/areas/event/shared/contests/stand';
import { isTable } from '@/areas/event/shared/contests/words';
import { Fold } from '@/ui/sheet/Fold';
import { Ready } from '@/ui/forms/Ready';
import { WhoEnters } from '@/ui/outbox/Entering';
import { Correction } from './Correction';
import { namesOf, type DeskProps } from '@/areas/event/shared/contests/atDesk';
import { Clashes, Lately } from './DeskLog';
import { DeskMatch, type Line } from './DeskMatch';
import { Rings } from './Rings';
import { StopBar } from './StopBar';
import { useDesk } from './useDesk';
import { Withdrawing } from './Withdrawing';

/** The desk of a contest, for a phone or a laptop, with or without a line, and without a mouse. */
export function Desk(props: DeskProps) {
  const { contest, teams, beginsAt, now, own, held, busy: elsewhere, cautions } = props;
  const desk = useDesk(props);
  const { stand, entries, stopped, act } = desk;
  const present = usePresent(now);
  const [chosen, setChosen] = useState(0);
  // While a result is being entered the list stands still under the fingers.
  const [entering, setEntering] = useState<{ match: string; order: string[] } | null>(null);
  const [correcting, setCorrecting] = useState<string | null>(null);
  const nameOf = useMemo(() => namesOf(teams), [teams]);
  // The times follow whoever looks, to the minute.
  const minute = Math.floor(present / 60_000) * 60_000;
  const times = useMemo(
    () => timesOf(contest, { entries, stand }, { beginsAt, now: minute }),
    [contest, entries, stand, beginsAt, minute],
  );
  const lines = useMemo(() => linesOf(stand, times, entering?.order ?? null), [stand, times, entering]);
  const at = Math.min(chosen, Math.max(0, lines.length - 1));
  const busyNow = (id: string | null) => (id === null ? null : (elsewhere[id] ?? null));
  const free = freeRings(contest.rings, stand);

  return (
    <Ready>
      <div
        className="grid gap-x-6 gap-y-3 lg:grid-cols-[3fr_2fr] p-3.5 max-w-6xl mx-auto"
        onKeyDown={(event) => {
          if (event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement) return;
          const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
          if (!step) return;
          event.preventDefault();
          const next = Math.max(0, Math.min(lines.length - 1, at + step));
          setChosen(next);
          document.getElementById(`match-${lines[next]?.match.id}`)?.focus();
        }}
      >
        <div className="min-w-0">
          <StopBar {...props} stopped={stopped} act={act} />
          {(cautions || contest.cautions) && (
            <p className="callout mb-2">
              {[contest.cautions, cautions].filter(Boolean).join(' ')} Local codes, the school’s rules and licensed
              practice come first.
            </p>
          )}
          <Clashes stand={stand} zone={props.zone} nameOf={nameOf} act={act} busy={desk.busy} />
          <Rings contest={contest} stand={stand} nameOf={nameOf} act={act} busy={desk.busy} />
          <h2 className="mt-2">{stand.played.finished ? 'All matches are done' : 'Now and next'}</h2>
          {stand.played.champion && (
            <p className="text-xl font-semibold my-1">First place: {nameOf(stand.played.champion)}</p>
          )}
          <ol aria-label="Matches">
            {lines.map((line, i) => (
              <DeskMatch
                key={line.match.id}
                line={line}
                chosen={i === at}
                choose={() => setChosen(i)}
                entering={entering?.match === line.match.id}
                enter={(on) =>
                  // One that is saved late does not close what was opened since.
                  setEntering((now) =>
                    on
                      ? { match: line.match.id, order: lines.map(({ match }) => match.id) }
                      : now?.match === line.match.id
                        ? null
                        : now,
                  )
                }
                present={present}
                beginsAt={beginsAt}
                zone={props.zone}
                free={free}
                stopped={stopped}
                own={own}
                draws={contest.draws && isTable(contest.format)}
                held={[line.match.a, line.match.b].flatMap((id) =>
                  id && held[id] ? [`${nameOf(id)}: ${held[id]}`] : [],
                )}
                elsewhere={[line.match.a, line.match.b].flatMap((id) =>
                  busyNow(id) ? [`${nameOf(id!)} is ${busyNow(id)}`] : [],
                )}
                nameOf={nameOf}
                act={act}
                busy={desk.busy}
              />
            ))}
          </ol>
          <p className="text-sm faint mt-1 max-sm:hidden">
            Keys: ↑ ↓ another match, Enter the next step, 1 and 2 who won, Esc back.
          </p>
        </div>
        <div className="min-w-0">
          <Lately
            entries={entries}
            zone={props.zone}
            nameOf={nameOf}
            act={act}
            me={props.me.id}
            correct={setCorrecting}
            busy={desk.busy}
          />
          {correcting && (
            <Correction
              contest={contest}
              entries={entries}
              match={correcting}
              nameOf={nameOf}
              act={act}
              close={() => setCorrecting(null)}
              seen={Math.max(0, ...props.entries.map(({ number }) => number))}
              waiting={desk.waiting}
            />
          )}
          <Fold label="Teams" className="mt-3">
            <Withdrawing stand={stand} teams={teams} act={act} busy={desk.busy} own={own} />
          </Fold>
          <WhoEnters />
        </div>
      </div>
    </Ready>
  );
}

/** The present in ms, by the server's clock as of when the page was made; moves on every second. */
function usePresent(now: number): number {
  const [passed, setPassed] = useState(0);
  useEffect(() => {
    const from = Date.now();
    const timer = setInterval(() => setPassed(Date.now() - from), 1000);
    return () => (clearInterval(timer), setPassed(0));
  }, [now]);
  return now + passed;
}

/** Matches that were called, then those that can be called, in the order in which they are expected; or in one that was kept. */
function linesOf(
  stand: ReturnType<typeof useDesk>['stand'],
  times: ReturnType<typeof timesOf>,
  kept: readonly string[] | null,
): Line[] {
  const expected = new Map(times.matches.map((one) => [one.match, one]));
  const ready = stand.played.matches.filter(({ state }) => state === 'ready');
  const lines = ready.map((match): Line => ({
    match,
    called: stand.called.find((one) => one.match === match.id) ?? null,
    start: expected.get(match.id)?.start ?? null,
    waits: stand.unconfirmed.find((one) => one.match === match.id) ?? null,
  }));
  const order = ({ match: { id } }: Line) => {
    const at = kept?.indexOf(id) ?? -1;
    return at >= 0 ? at : kept ? kept.length : (expected.get(id)?.start ?? Number.MAX_VALUE);
  };
  const late = (line: Line) => (kept ? 0 : Number(line.called === null));
  return lines.sort((a, b) => late(a) - late(b) || order(a) - order(b));
}

function freeRings(rings: number, { called, closed }: ReturnType<typeof useDesk>['stand']): number[] {
  return Array.from({ length: rings }, (_, i) => i + 1).filter(
    (ring) => !closed.includes(ring) && !called.some((one) => one.ring === ring),
  );
}

'use client';

import { useMemo, useState } from 'react';
import { happenings, type DeskEntry } from '@/core/desk/entry';
import { changes, type Changes } from '@/core/tournament/changes';
import { play } from '@/core/tournament/play';
import type { Contest } from '@/areas/event/read/contests';
import { describe } from '@/areas/event/shared/contests/stand';
import { matchName } from '@/areas/event/shared/contests/words';
import type { DeskAct } from '@/areas/event/shared/contests/atDesk';
import type { Act } from './DeskMatch';
import { ResultPad } from './ResultPad';

type NameOf = (id: string | null) => string;

/** Corrects a result: what it changes is shown before it is kept. */
export function Correction({
  contest,
  entries,
  match,
  nameOf,
  act,
  close,
  seen,
  waiting,
}: {
  contest: Contest;
  entries: readonly DeskEntry[];
  match: string;
  nameOf: NameOf;
  act: Act;
  close: () => void;
  /** Up to which entry the server's state is known here. */
  seen: number;
  /** Entries of this device that are not sent yet. */
  waiting: number;
}) {
  const [outcome, setOutcome] = useState<Pick<DeskAct, 'winner' | 'drawn' | 'scores'> | null>(null);
  const [says, setSays] = useState('');
  const [reason, setReason] = useState('');
  const [busy, setBusy] = useState(false);
  const input = useMemo(() => ({ ...describe(contest), results: happenings(entries) }), [contest, entries]);
  const found = useMemo(() => play(input).matches.find(({ id }) => id === match), [input, match]);
  const changed = useMemo(
    () =>
      outcome &&
      changes(input, {
        match,
        correction: true,
        ...(outcome.drawn ? { draw: true } : { winner: outcome.winner! }),
        scores: outcome.scores ?? null,
      }),
    [input, match, outcome],
  );
  if (!found || found.state !== 'done') return null;
  const { a, b } = found;
  const save = async () => {
    setBusy(true);
    const done = await act(
      { does: 'correction', match, a, b, ...outcome, reason: reason.trim(), seen },
      `${match} corrected: ${says}`,
      'Corrected.',
    );
    setBusy(false);
    if (done) close();
  };
  return (
    <section aria-label={`Correct ${match}`} className="border border-ink p-2.5 mt-3">
      <h2>Correct the {matchName(match)}</h2>
      <p className="faint">
        So far: {found.drawn ? 'draw' : `${nameOf(found.winner)} won`}
        {found.scores ? `, ${found.scores[0]} to ${found.scores[1]}` : ''}
      </p>
      {waiting > 0 && (
        <p className="text-ochre">
          This device has entries that are not sent yet. A correction needs the line: wait until they are sent.
        </p>
      )}
      {!changed && (
        <ResultPad
          a={a!}
          b={b!}
          draws={contest.draws}
          nameOf={nameOf}
          busy={false}
          close={close}
          label="Show what changes"
          save={(next, text) => (setOutcome(next), setSays(text))}
        />
      )}
      {changed && (
        <>
          <p className="font-semibold mt-1">New result: {says}</p>
          <Effect changed={changed} nameOf={nameOf} />
          <label className="block mt-2">
            <span className="font-medium">Reason, which the teams read</span>
            <textarea rows={2} maxLength={600} value={reason} onChange={(event) => setReason(event.target.value)} />
          </label>
          <p className="flex gap-2 mt-2">
            <button
              type="button"
              className="btn btn-go"
              disabled={busy || waiting > 0 || reason.trim() === ''}
              onClick={() => void save()}
            >
              Correct result
            </button>
            <button type="button" className="btn" onClick={close}>
              Cancel
            </button>
          </p>
        </>
      )}
    </section>
  );
}

/** What a correction changes beside its own match. */
function Effect({ changed: { struck, sides, lives, champion }, nameOf }: { changed: Changes; nameOf: NameOf }) {
  if (struck.length + sides.length + lives.length === 0 && !champion)
    return <p className="faint">Nothing else changes.</p>;
  const side = (pair: [string | null, string | null]) => pair.map((id) => (id ? nameOf(id) : 'nobody yet')).join(' – ');
  return (
    <ul className="text-sm list-disc pl-5" aria-label="What changes">
      {struck.map(({ match, winner }) => (
        <li key={match} className="text-brick">
          {match} is void{winner ? ` (${nameOf(winner)} had won)` : ''} and is played again
        </li>
      ))}
      {sides.map(({ match, was, now }) => (
        <li key={match}>
          {match}: {side(now)} instead of {side(was)}
        </li>
      ))}
      {lives.map(({ team, was, now }) => (
        <li key={team}>
          {nameOf(team)}: {livesLeft(now)} instead of {livesLeft(was)}
        </li>
      ))}
      {champion && (
        <li>
          First place: {champion.now ? nameOf(champion.now) : 'open again'}
          {champion.was ? ` instead of ${nameOf(champion.was)}` : ''}
        </li>
      )}
    </ul>
  );
}

const livesLeft = (lives: number) => ['out', 'one life left', 'two lives left'][lives] ?? `${lives} lives left`;

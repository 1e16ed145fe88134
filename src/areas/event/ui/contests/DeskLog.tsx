'use client';

import { whoDid } from '@/core/names';
import type { DeskEntry } from '@/core/desk/entry';
import { entryWords } from './entryWords';
import type { Stand } from '@/core/desk/stand';
import { matchName, STATE_SAYS } from '@/areas/event/shared/contests/words';
import type { Act } from './DeskMatch';
import { clockOf } from '@/areas/event/shared/contests/atDesk';

type NameOf = (id: string | null) => string;

/** Matches for which desks have entered different things: both are shown, one is chosen. */
export function Clashes({
  stand,
  zone,
  nameOf,
  act,
  busy,
}: {
  stand: Stand;
  zone: string;
  nameOf: NameOf;
  act: Act;
  busy: boolean;
}) {
  if (stand.clashes.length === 0) return null;
  return (
    <section aria-label="To decide" className="border-2 border-brick p-2.5 mb-3">
      <h2>To decide</h2>
      {stand.clashes.map(({ match, entries }) => (
        <div key={match} className="mt-1">
          <p>
            Two desks entered different results for {matchName(match)}. Choose the one that counts; the other stays in
            the history.
          </p>
          {entries.map((entry) => (
            <p key={entry.id} className="flex flex-wrap gap-2 items-baseline mt-1">
              <span className="grow">
                {entryWords(entry, nameOf)}
                <span className="faint">
                  {' '}
                  · {whoDid(entry.byName)}, {clockOf(Date.parse(entry.at), zone)}
                  {entry.state === 'counts' ? ', counts so far' : ''}
                </span>
              </span>
              <button
                type="button"
                className="btn"
                disabled={busy}
                onClick={() =>
                  void act({ does: 'choose', of: entry.id }, `${match} decided`, 'Decided. It counts now.')
                }
              >
                Count this one
              </button>
            </p>
          ))}
        </div>
      ))}
    </section>
  );
}

const SHOWN = 10;

/** What was entered lately at any desk, newest first; a result can be corrected, or confirmed by a second official. */
export function Lately({
  entries,
  zone,
  nameOf,
  act,
  me,
  correct,
  busy,
}: {
  entries: readonly DeskEntry[];
  zone: string;
  nameOf: NameOf;
  act: Act;
  me: string;
  correct: (match: string) => void;
  busy: boolean;
}) {
  const told = entries.filter(({ does }) => does !== 'call' && does !== 'start' && does !== 'recall');
  const last = told.slice(-SHOWN).reverse();
  return (
    <section aria-label="Entered lately">
      <h2>Entered lately</h2>
      {last.length === 0 && <p className="faint">Nothing yet.</p>}
      <ul>
        {last.map((entry) => {
          const standing = entry.state === 'counts' && (entry.does === 'result' || entry.does === 'correction');
          const newest = entries.findLast(
            (one) => one.match === entry.match && one.state === 'counts' && one.does !== 'call' && one.does !== 'start',
          );
          return (
            <li key={entry.id} className="flex flex-wrap gap-x-3 items-baseline py-1 border-b border-hair">
              <span className="grow basis-52">
                {entryWords(entry, nameOf)}
                <span className="faint text-sm">
                  {' '}
                  · {whoDid(entry.byName)}, {clockOf(Date.parse(entry.at), zone)}
                  {entry.state === 'counts' ? '' : ` · ${STATE_SAYS[entry.state]}`}
                  {entry.remark && entry.state === 'aside' ? `: ${entry.remark}` : ''}
                </span>
              </span>
              {entry.state === 'confirm' && entry.by !== me && (
                <button
                  type="button"
                  className="btn"
                  disabled={busy}
                  onClick={() =>
                    void act({ does: 'confirm', of: entry.id }, `${entry.match} confirmed`, 'Confirmed. It counts.')
                  }
                >
                  Confirm
                </button>
              )}
              {standing && newest?.id === entry.id && (
                <button type="button" className="btn-text text-sm" onClick={() => correct(entry.match!)}>
                  Correct {entry.match}
                </button>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}

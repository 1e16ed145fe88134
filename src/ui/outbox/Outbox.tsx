'use client';

import { useEffect, useState } from 'react';
import { plural } from '@/core/format';
import { abilities, type Ability } from './offline';
import { blockedBy, type Entry } from './entry';
import { clockTime, Drop } from './parts';
import { Refused } from './Refused';
import { clockAhead, sendAll } from './sender';
import { canKeep } from './store';
import { ownerHere } from '@/ui/forms/drafts';
import { firstName, splitEntries, useLine, useOutbox } from './useOutbox';

/** What the person signed in has entered on this device: refused first, then what waits, then what was sent. Of others, that it is there. */
export function Outbox() {
  const all = useOutbox();
  const { own, others } = splitEntries(all ?? [], ownerHere());
  const line = useLine();
  const [able, setAble] = useState<Ability[]>([]);
  useEffect(() => void abilities(canKeep).then(setAble), []);
  const of = (state: Entry['state']) => own.filter((one) => one.state === state);
  const [refused, waiting, sent] = [of('refused'), of('waiting'), of('sent').reverse()];
  const ahead = Math.round(clockAhead() / 60_000);
  return (
    <div className="flex flex-col gap-6">
      <p role="status">
        <b>{line ? 'Connected.' : 'No connection.'}</b>{' '}
        {waiting.length === 0 ? 'Nothing is waiting.' : `${plural(waiting.length, 'entry waits', 'entries wait')}.`}{' '}
        {Math.abs(ahead) >= 1 &&
          `This device’s clock is ${plural(Math.abs(ahead), 'minute')} ${ahead > 0 ? 'fast' : 'slow'}; the times of entries follow the server’s clock. `}
        {waiting.length > 0 && (
          <button className="btn-text" onClick={() => void sendAll()}>
            Send now
          </button>
        )}
      </p>
      {refused.length > 0 && (
        <section aria-label="Refused">
          <h2 className="mb-1">Refused: these need you</h2>
          <ul className="flex flex-col gap-3">
            {refused.map((one) => (
              <Refused key={one.id} entry={one} />
            ))}
          </ul>
        </section>
      )}
      {waiting.length > 0 && (
        <section aria-label="Waiting">
          <h2 className="mb-1">Waiting</h2>
          <ul>
            {waiting.map((one) => (
              <Row key={one.id} entry={one} word={wordFor(one, all ?? [], line)}>
                <Drop entry={one} />
              </Row>
            ))}
          </ul>
        </section>
      )}
      {sent.length > 0 && (
        <section aria-label="Sent">
          <h2 className="mb-1">Sent</h2>
          <ul>
            {sent.map((one) => (
              <Row key={one.id} entry={one} word={['sent', ...(one.notes ?? [])].join('; ')} />
            ))}
          </ul>
        </section>
      )}
      {others.length > 0 && (
        <section aria-label="Of others">
          <h2 className="mb-1">Of others who used this device</h2>
          <ul>
            {others.map(({ name, waiting, refused }, i) => (
              <li key={i} className="py-1.5 border-b border-hair">
                {waiting > 0 &&
                  `${plural(waiting, 'entry', 'entries')} of ${name} ${waiting === 1 ? 'waits' : 'wait'} and ${waiting === 1 ? 'goes' : 'go'} out when ${name} signs in here. `}
                {refused > 0 &&
                  `${plural(refused, 'entry', 'entries')} of ${name} ${refused === 1 ? 'was' : 'were'} refused; ${name} sees why.`}
              </li>
            ))}
          </ul>
        </section>
      )}
      {all && own.length + others.length === 0 && <p className="faint">Nothing was entered on this device yet.</p>}
      <section aria-label="What this device can do">
        <h2 className="mb-1">What this device can do here</h2>
        <ul>
          {able.map(({ name, there, why }) => (
            <li key={name} className="py-1 border-b border-hair">
              {name}: <b className={there ? 'text-moss' : 'text-brick'}>{there ? 'yes' : 'no'}</b>
              {!there && <span className="block text-sm">{why}</span>}
            </li>
          ))}
        </ul>
        <p className="faint text-sm mt-2">
          Page of version <span className="num">{process.env.IRONSTONE_VERSION}</span>
        </p>
      </section>
    </div>
  );
}

function wordFor(entry: Entry, all: Entry[], line: boolean): string {
  const first = blockedBy(
    entry,
    all.filter((one) => one.state !== 'sent'),
  );
  if (first && first.by !== entry.by) return `waits for an entry of ${firstName(first)}`;
  if (first) return `waits for “${first.title}”${first.state === 'refused' ? ', which was refused' : ''}`;
  if (entry.waitsFor === 'sign-in') return `waits for ${entry.byName} to sign in`;
  if (entry.waitsFor === 'server') return entry.reason ?? 'the server is busy';
  return line ? 'on its way' : 'waits for the line';
}

function Row({ entry, word, children }: { entry: Entry; word: string; children?: React.ReactNode }) {
  return (
    <li className="flex flex-wrap gap-x-4 gap-y-0.5 py-1.5 border-b border-hair items-baseline">
      <span className="grow">{entry.title}</span>
      <span className="text-sm faint">
        {entry.byName}, {clockTime(entry.madeAt)}
      </span>
      <span className={entry.state === 'sent' ? 'text-moss' : 'text-ochre'}>{word}</span>
      {children}
    </li>
  );
}

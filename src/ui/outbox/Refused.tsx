'use client';

import { useState } from 'react';
import { get, set } from 'react-hook-form';
import { BothVersions } from '@/ui/forms/BothVersions';
import type { Entry } from './entry';
import { clockTime, Drop } from './parts';
import { sendAll } from './sender';
import { dropEntry, updateEntry } from './store';

/** An entry that the server refused after it had left its form: the reason, and the ways to mend it. */
export function Refused({ entry }: { entry: Entry }) {
  const { conflict, errors = {} } = entry;
  const [body, setBody] = useState(entry.body);
  const complaints = Object.entries(errors).filter(([path]) => path && !conflict);
  const fields = complaints.filter(([path]) => isTyped(get(body, path)));
  const others = complaints.filter(([path]) => !isTyped(get(body, path)));
  const again = async (change: Record<string, unknown> = {}) => {
    await updateEntry(entry.id, {
      body: { ...body, ...change },
      state: 'waiting',
      reason: undefined,
      errors: undefined,
      conflict: undefined,
    });
    await sendAll();
  };
  const change = (path: string, value: string) => {
    const next = structuredClone(body);
    set(next, path, value);
    setBody(next);
  };
  return (
    <li className="callout" style={{ '--tone': 'var(--brick)' } as React.CSSProperties}>
      <p>
        <b>{entry.title}</b>{' '}
        <span className="faint">
          {entry.byName}, {clockTime(entry.madeAt)}
        </span>
      </p>
      {conflict ? (
        <BothVersions
          plain
          conflict={conflict}
          mine={body}
          names={{}}
          keepMine={() => void again({ version: conflict.version })}
          takeTheirs={() => void dropEntry(entry.id)}
          keepAs={(way) => void again(way)}
        />
      ) : (
        <>
          <p>{others.map(([, message]) => message).join(' ') || entry.reason}</p>
          {fields.map(([path, message]) => (
            <label key={path} className="block my-1 max-w-md">
              <span className="font-medium">{words(path)}</span>
              <input value={String(get(body, path) ?? '')} onChange={(e) => change(path, e.target.value)} />
              <span className="text-sm text-brick">{message}</span>
            </label>
          ))}
          <p className="flex flex-wrap gap-3 mt-2 items-center">
            <button className="btn btn-go" onClick={() => void again()}>
              Send again
            </button>
            {entry.href && (
              <a className="btn" href={entry.href}>
                Enter again
              </a>
            )}
            <Copy entry={entry} />
            <Drop entry={entry} />
          </p>
          <p className="text-sm faint mt-1">
            If you may not write this any more, ask your instructor, then send it again. It stays here until it is sent
            or dropped.
          </p>
        </>
      )}
    </li>
  );
}

/** What somebody typed, and can type anew: no id and no list. */
const isTyped = (value: unknown) => typeof value === 'string' && !/^[0-9a-f-]{36}$/.test(value);

/** "measurements.0.value" as "measurements 1, value". */
const words = (path: string) =>
  path
    .replace(/\.(\d+)\./g, (_, i) => ` ${Number(i) + 1}, `)
    .replace(/([A-Z])/g, (letter) => ` ${letter.toLowerCase()}`);

/** Puts the entry into the clipboard as text, for whoever can type it in. */
function Copy({ entry }: { entry: Entry }) {
  const [done, setDone] = useState<string | null>(null);
  const text = `${entry.title}\n${entry.byName}, ${new Date(entry.madeAt).toISOString()}\n${JSON.stringify(entry.body, null, 1)}`;
  const copy = async () => {
    await (navigator.clipboard?.writeText(text) ?? Promise.reject(new Error('no clipboard'))).then(
      () => setDone('copied'),
      () => setDone('not possible in this browser; select it by hand:'),
    );
  };
  return (
    <>
      <button className="btn" onClick={() => void copy()}>
        Copy as text
      </button>
      {done && <span role="status">{done}</span>}
      {done && done !== 'copied' && <pre className="num whitespace-pre-wrap select-all">{text}</pre>}
    </>
  );
}

'use client';

import { useState } from 'react';
import type { Entry } from './entry';
import { clockAhead } from './sender';
import { dropEntry } from './store';

/** The hour and minute at which it was entered, by the server's clock. */
export function clockTime(madeAt: number): string {
  return new Date(madeAt - clockAhead()).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit', hour12: false });
}

/** Drops an entry that is not sent, after asking. */
export function Drop({ entry }: { entry: Entry }) {
  const [asking, setAsking] = useState(false);
  if (!asking)
    return (
      <button className="btn-text" onClick={() => setAsking(true)} aria-label={`Drop ${entry.title}`}>
        drop it
      </button>
    );
  return (
    <span className="flex gap-3">
      <button className="btn-text !text-brick" onClick={() => void dropEntry(entry.id)}>
        Drop it: it was never sent and will be lost
      </button>
      <button className="btn-text" onClick={() => setAsking(false)}>
        No
      </button>
    </span>
  );
}

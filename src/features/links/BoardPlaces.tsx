'use client';

import { useCallback, useState } from 'react';
import { tagColour } from '@/ui/colours';
import { useLive } from '@/ui/live/useLive';
import type { BoardRow } from '@/domain/links/board';

/** The published places, as they are now: a board needs no hand to follow. */
export function BoardPlaces({ rows }: { rows: BoardRow[] }) {
  const [now, setNow] = useState(rows);
  const look = useCallback((data?: unknown) => {
    if (Array.isArray(data)) setNow(data as BoardRow[]);
    else location.reload();
  }, []);
  useLive(null, look);
  if (now.length === 0) return <p className="text-xl faint">Places appear here once they are published.</p>;
  return (
    <ol>
      {now.map((row) => (
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

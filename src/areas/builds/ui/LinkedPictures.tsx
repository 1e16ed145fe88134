'use client';

import { useRef, useState } from 'react';

/** Pictures of two iterations side by side: one slider enlarges both, and both show the same part. */
export function LinkedPictures({ projectId, sides }: { projectId: string; sides: { name: string; ids: string[] }[] }) {
  const [zoom, setZoom] = useState(1);
  const [at, setAt] = useState([0, 0]);
  const boxes = useRef<(HTMLDivElement | null)[]>([]);
  const follow = (from: number) => {
    const [own, other] = [boxes.current[from], boxes.current[1 - from]];
    if (!own || !other) return;
    other.scrollLeft = own.scrollLeft;
    other.scrollTop = own.scrollTop;
  };
  return (
    <section className="mb-4" aria-label="Pictures">
      <div className="flex flex-wrap items-baseline gap-3 mb-1">
        <h2>Pictures</h2>
        <label className="flex items-center gap-2 text-sm no-print">
          Enlarge both
          <input
            type="range"
            min="1"
            max="4"
            step="0.25"
            value={zoom}
            onChange={(event) => setZoom(Number(event.target.value))}
          />
          <span className="num">{zoom}×</span>
        </label>
      </div>
      <div className="grid sm:grid-cols-2 gap-3">
        {sides.map(({ name, ids }, side) => {
          const shown = ids[at[side]! % Math.max(1, ids.length)];
          return (
            <figure key={name}>
              <figcaption className="flex items-baseline gap-2">
                <b>{name}</b>
                {ids.length > 1 && (
                  <button
                    type="button"
                    className="btn-text text-sm no-print"
                    onClick={() => setAt((now) => now.map((n, i) => (i === side ? (n + 1) % ids.length : n)))}
                  >
                    Next picture of {name}
                  </button>
                )}
              </figcaption>
              <div
                ref={(box) => void (boxes.current[side] = box)}
                onScroll={() => follow(side)}
                className="overflow-auto border border-rule h-64"
              >
                {shown ? (
                  // eslint-disable-next-line @next/next/no-img-element -- private pictures, sized once when they came in
                  <img
                    src={`/projects/${projectId}/pictures/${shown}`}
                    alt={`Picture ${at[side]! + 1} of ${name}`}
                    style={{ width: `${zoom * 100}%`, maxWidth: 'none' }}
                  />
                ) : (
                  <p className="faint p-2">No picture.</p>
                )}
              </div>
            </figure>
          );
        })}
      </div>
    </section>
  );
}

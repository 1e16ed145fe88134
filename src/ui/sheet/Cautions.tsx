import type { ReactNode } from 'react';
import { FIRST, SUPERVISION_WORDS, type Supervision } from '@/core/safety';

interface Hazard {
  id: string;
  name: string;
  cautions: string;
  equipment: string;
  supervision: Supervision;
}

/** What is to be minded where work is planned, booked or done: own lines, then each hazard, then what comes before all of it. */
export function Cautions({
  own = [],
  hazards,
  more = '',
}: {
  own?: readonly ReactNode[];
  hazards: readonly Hazard[];
  /** A sentence of its own after the last one. */
  more?: string;
}) {
  if (own.length === 0 && hazards.length === 0 && more === '') return null;
  return (
    <div
      role="note"
      aria-label="Cautions"
      className="callout my-3 print:my-1"
      style={{ '--tone': 'var(--brick)' } as React.CSSProperties}
    >
      <h2 className="mb-1">Cautions</h2>
      <ul className="print:columns-2 print:text-[11px] print:leading-[1.3]">
        {own.map((line, i) => (
          <li key={i}>{line}</li>
        ))}
        {hazards.map((hazard) => (
          <li key={hazard.id}>
            <b>{hazard.name}</b>: {hazard.cautions} {hazard.equipment && `Protection: ${hazard.equipment}.`}{' '}
            Supervision: {SUPERVISION_WORDS[hazard.supervision]}.
          </li>
        ))}
        <li>
          {FIRST} {more}
        </li>
      </ul>
    </div>
  );
}

'use client';

import { useEffect, useState } from 'react';
import { agendaAt, type AgendaItem } from '@/core/reviews/agenda';

interface Props {
  agenda: readonly AgendaItem[];
  /** How long the team has been heard when the page was made, in ms; null while it is not. */
  elapsed: number | null;
}

const clock = (minutes: number) => {
  const seconds = Math.round(Math.abs(minutes) * 60);
  return `${minutes < 0 ? '+' : ''}${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
};

/** The agenda with its clock: the point it should be at, what is left of it and of the team's time. Runs without a line. */
export function AgendaClock({ agenda, elapsed }: Props) {
  const [passed, setPassed] = useState(0);
  useEffect(() => {
    if (elapsed === null) return;
    const since = Date.now();
    const timer = setInterval(() => setPassed(Date.now() - since), 500);
    return () => clearInterval(timer);
  }, [elapsed]);
  const at = elapsed === null ? null : agendaAt(agenda, (elapsed + passed) / 60_000);
  const over = at !== null && at.left < 0;
  return (
    <div>
      <p role="timer" aria-label="Time left for this team" className="flex flex-wrap items-baseline gap-x-3">
        <span className={`num !text-4xl ${over ? 'text-brick' : at && at.left <= 1 ? 'text-ochre' : ''}`}>
          {clock(at?.left ?? agenda.reduce((sum, one) => sum + one.minutes, 0))}
        </span>
        {over ? (
          <b className="text-brick">time is up</b>
        ) : (
          <span className="faint">{at ? 'left' : 'for this team'}</span>
        )}
      </p>
      <ol className="mt-1">
        {agenda.map(({ title, minutes }, i) => (
          <li
            key={title}
            aria-current={at?.at === i ? 'step' : undefined}
            className="flex gap-2 py-0.5 aria-[current]:font-semibold aria-[current]:text-iron"
          >
            <span className="grow">{title}</span>
            <span className="num">{at?.at === i ? clock(at.leftOfPoint) : `${minutes} min`}</span>
          </li>
        ))}
      </ol>
    </div>
  );
}

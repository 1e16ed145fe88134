'use client';

import { useEffect, useState } from 'react';

/** Counts the minutes of a pitch down, large enough for the back of the room. */
export function PitchTimer({ minutes, title }: { minutes: number; title: string }) {
  const whole = minutes * 60;
  const [ends, setEnds] = useState<number | null>(null);
  const [left, setLeft] = useState(whole);
  useEffect(() => {
    if (ends === null) return;
    const timer = setInterval(() => setLeft(Math.round((ends - Date.now()) / 1000)), 250);
    return () => clearInterval(timer);
  }, [ends]);
  const run = () => setEnds(Date.now() + left * 1000);
  const reset = () => {
    setEnds(null);
    setLeft(whole);
  };
  const over = left <= 0;
  const [m, s] = [Math.floor(Math.abs(left) / 60), Math.abs(left) % 60];
  return (
    <div className="flex flex-wrap items-center gap-4" role="timer" aria-label={`Time left for ${title}`}>
      <span className={`num text-4xl ${over ? 'text-brick' : left <= 30 ? 'text-ochre' : ''}`}>
        {left < 0 ? '+' : ''}
        {m}:{String(s).padStart(2, '0')}
      </span>
      {over && <b className="text-brick">time is up</b>}
      <button type="button" className="btn btn-go" onClick={ends === null ? run : () => setEnds(null)}>
        {ends === null ? 'Start' : 'Pause'}
      </button>
      <button type="button" className="btn" onClick={reset}>
        Back to {minutes}:00
      </button>
    </div>
  );
}

'use client';

import { whoDid } from '@/core/names';
import { useAsk } from '@/ui/kit/useAsk';
import type { DeskProps } from '@/areas/event/shared/contests/atDesk';
import type { Act } from './DeskMatch';

const WHY = ['somebody is hurt', 'somebody stands too close', 'something broke or flies about', 'the weather changes'];
const DONE = [
  'everybody is well, the area is clear',
  'the device was made safe and taken away',
  'the crowd stands behind the line',
];

/** Holds every start of the day in two taps, and lets them go on once somebody says what was done; help comes first. */
export function StopBar({ stop, stopped, act, incident }: DeskProps & { stopped: boolean; act: Act }) {
  const { ask, asked } = useAsk();
  const help = incident ? (
    <a className="btn" href={incident}>
      First aid and incident
    </a>
  ) : (
    <span className="text-sm">Somebody is hurt: first aid comes first, then tell the instructor.</span>
  );
  if (!stopped)
    return (
      <div className="flex flex-wrap gap-2 items-center mb-2">
        {asked}
        <button
          type="button"
          className="btn !border-brick !text-brick font-semibold"
          onClick={() =>
            ask(
              {
                title: 'Stop the day',
                says: 'No match, run or machine starts anywhere until it is lifted.',
                reasons: WHY,
                label: 'Stop all starts',
              },
              (reason) =>
                void act({ does: 'stop', reason }, 'stop called', 'Stopped. No start goes through until it is lifted.'),
            )
          }
        >
          Stop all starts
        </button>
        {help}
      </div>
    );
  return (
    <div className="bg-brick text-sheet px-3 py-2 mb-2" role="alert">
      {asked}
      <p className="font-semibold text-lg">
        Stopped{stop ? ` by ${whoDid(stop.byName)}` : ''}
        {stop?.reason ? `: ${stop.reason}` : ''}
      </p>
      <p className="flex flex-wrap gap-2 items-center mt-1">
        <button
          type="button"
          className="btn !bg-sheet"
          onClick={() =>
            ask(
              {
                title: 'Let starts go on',
                says: 'What was done is kept with the call.',
                reasons: DONE,
                label: 'Let starts go on',
              },
              (reason) => void act({ does: 'lift', reason }, 'stop lifted', 'Starts are free again.'),
            )
          }
        >
          Let starts go on
        </button>
        {help}
      </p>
    </div>
  );
}

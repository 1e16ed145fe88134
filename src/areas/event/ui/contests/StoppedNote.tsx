import { whoDid } from '@/core/names';
import type { StopCall } from '@/areas/safety';

/** On every page of the day: nothing starts at present. */
export function StoppedNote({ stop }: { stop: StopCall | null }) {
  if (!stop) return null;
  return (
    <p className="bg-brick text-sheet px-3 py-2 mb-3 font-semibold" role="status">
      Stopped by {whoDid(stop.byName)}
      {stop.reason ? `: ${stop.reason}` : ''}. No match, run or machine starts until it is lifted at a desk.
    </p>
  );
}

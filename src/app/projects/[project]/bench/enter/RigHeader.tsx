import type { EventRecord, Protocol } from '@/areas/bench';
import { hrefIn, type Place } from '@/areas/course';
import { withQuery } from '@/core/format';

interface Props {
  place: Place;
  events: readonly EventRecord[];
  /** Protocols that no event is run under. */
  alone: readonly Protocol[];
  /** What is entered now. */
  eventId: string | undefined;
  protocolId: string | undefined;
}

/** What can be entered at the rig, one link each. */
export function RigHeader({ place, events, alone, eventId, protocolId }: Props) {
  return (
    <header className="bg-ink text-sheet px-3.5 py-2 flex flex-wrap gap-x-4 gap-y-1 items-center font-cond text-[15px]">
      <a href={hrefIn(place, 'bench')} className="text-sheet underline">
        Bench
      </a>
      {events.map((one) => (
        <a
          key={one.id}
          href={withQuery(hrefIn(place, 'bench/enter'), { event: one.id })}
          className={`text-sheet ${one.id === eventId ? 'font-semibold underline' : ''}`}
          aria-current={one.id === eventId ? 'true' : undefined}
        >
          {one.name}
        </a>
      ))}
      {alone.map((one) => (
        <a
          key={one.id}
          href={withQuery(hrefIn(place, 'bench/enter'), { protocol: one.id })}
          className={`text-sheet ${one.id === protocolId ? 'font-semibold underline' : ''}`}
          aria-current={one.id === protocolId ? 'true' : undefined}
        >
          {one.name}
        </a>
      ))}
      <span className="ml-auto">{place.clock ? `Section ${place.clock.name}` : ''}</span>
    </header>
  );
}

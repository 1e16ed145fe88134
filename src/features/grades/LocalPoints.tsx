'use client';

import { useOutbox } from '@/ui/outbox/useOutbox';

/** Points given on this device that have not reached the server yet. */
export function LocalPoints() {
  const waiting = (useOutbox() ?? []).filter((one) => one.path === '/api/v1/scores' && one.state === 'waiting');
  if (waiting.length === 0) return null;
  return (
    <section className="mt-4" aria-label="Waiting">
      <h2>Kept on this device, not sent yet</h2>
      <ul>
        {waiting.map((one) => (
          <li key={one.id}>{one.title}</li>
        ))}
      </ul>
    </section>
  );
}

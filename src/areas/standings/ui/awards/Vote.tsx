'use client';

import { useState, useSyncExternalStore } from 'react';
import { attempt, reasonOf } from '@/ui/forms/attempt';
import { Ready } from '@/ui/forms/Ready';
import { tagColour } from '@/ui/colours';
import type { Outcome } from '@/server/outcome';

const KEY = 'ironstone-vote';

/** One large button for each team; what was chosen stays marked on this device. */
export function Vote({
  projectId,
  teams,
}: {
  projectId: string;
  teams: { id: string; name: string; colour: number }[];
}) {
  const before = useSyncExternalStore(
    () => () => {},
    () => localStorage.getItem(`${KEY} ${projectId}`),
    () => null,
  );
  const [own, setOwn] = useState<string | null>(null);
  const chosen = own ?? before;
  const [said, setSaid] = useState('');
  const [busy, setBusy] = useState(false);
  const vote = async (teamId: string, name: string) => {
    setBusy(true);
    const outcome = await attempt(async () => {
      const body = JSON.stringify({ projectId, voteFor: teamId });
      const response = await fetch('/api/v1/votes', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body,
      });
      return (await response.json()) as Outcome<unknown>;
    });
    setBusy(false);
    if (!outcome.ok) return setSaid(reasonOf(outcome));
    setOwn(teamId);
    localStorage.setItem(`${KEY} ${projectId}`, teamId);
    setSaid(`Your vote for ${name} counts. Thank you.`);
  };
  return (
    <Ready>
      <p role="status" className="min-h-6 font-semibold">
        {said}
      </p>
      <ul className="flex flex-col gap-2 mt-2">
        {teams.map(({ id, name, colour }) => (
          <li key={id}>
            <button
              type="button"
              disabled={busy}
              aria-pressed={chosen === id}
              onClick={() => void vote(id, name)}
              className={`w-full text-left border-2 border-ink border-l-[14px] min-h-14 px-3 font-cond font-semibold text-xl ${chosen === id ? 'bg-ink text-sheet' : ''}`}
              style={{ borderLeftColor: tagColour(colour) }}
            >
              {name} {chosen === id && <span className="text-base font-normal">your vote</span>}
            </button>
          </li>
        ))}
      </ul>
    </Ready>
  );
}

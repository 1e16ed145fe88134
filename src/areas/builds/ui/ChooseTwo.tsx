'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';

/** Chooses two iterations to compare; once there are two, the page shows them. */
export function ChooseTwo({
  action,
  choices,
  ...start
}: {
  action: string;
  choices: readonly (readonly [id: string, label: string])[];
  a: string;
  b: string;
}) {
  const [chosen, setChosen] = useState(start);
  const router = useRouter();
  const choose = (side: 'a' | 'b', id: string) => {
    const now = { ...chosen, [side]: id };
    setChosen(now);
    if (!now.a || !now.b || now.a === now.b) return;
    const [path, query] = action.split('?');
    const asked = new URLSearchParams(query);
    asked.set('a', now.a);
    asked.set('b', now.b);
    router.push(`${path}?${asked.toString()}`, { scroll: false });
  };
  return (
    <div className="flex flex-wrap gap-3 no-print">
      {(['a', 'b'] as const).map((side) => (
        <label key={side} className="flex flex-col gap-0.5 font-medium max-w-full">
          {side === 'a' ? 'First iteration' : 'Second iteration'}
          <select
            value={chosen[side]}
            onChange={(event) => choose(side, event.target.value)}
            className="font-normal max-w-full w-80"
          >
            <option value="">choose …</option>
            {choices.map(([id, label]) => (
              <option key={id} value={id}>
                {label}
              </option>
            ))}
          </select>
        </label>
      ))}
      {chosen.a && chosen.a === chosen.b && (
        <p role="alert" className="self-end text-brick">
          Choose two different iterations.
        </p>
      )}
    </div>
  );
}

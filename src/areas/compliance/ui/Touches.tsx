'use client';

import { useEffect, useState } from 'react';
import { attempt } from '@/ui/forms/attempt';
import { previewChange } from '@/areas/compliance/write/previewChange';
import { TONE, WORD, type Flip } from '@/areas/compliance/shared/turned';
import { useWatch } from 'react-hook-form';

const FIELDS = ['kind', 'value', 'low', 'high', 'tolerance', 'unit', 'decision', 'state'] as const;

/** What the change being typed would touch: the verdicts it turns, team by team. */
export function Touches(props: { projectId: string; id: string; version: number; first: Record<string, unknown> }) {
  const { projectId, id, version, first } = props;
  const typed = useWatch({ name: FIELDS as unknown as string[] }) as string[];
  const given = JSON.stringify(typed);
  const same = given === JSON.stringify(FIELDS.map((name) => first[name]));
  const [found, setFound] = useState<{ given: string; flips: (Flip & { team: string })[] } | null>(null);
  useEffect(() => {
    if (same) return;
    const entered = Object.fromEntries(FIELDS.map((name, i) => [name, (JSON.parse(given) as string[])[i]]));
    const timer = setTimeout(async () => {
      const outcome = await attempt(() => previewChange({ projectId, id, version, ...entered }));
      setFound(outcome.ok ? { given, flips: outcome.result.flips } : null);
    }, 400);
    return () => clearTimeout(timer);
  }, [given, same, projectId, id, version]);
  if (same || found?.given !== given) return null;
  return (
    <section className="callout" aria-label="What it touches" aria-live="polite">
      {found.flips.length === 0 ? (
        <p>No verdict on a newest iteration changes.</p>
      ) : (
        <>
          <p className="font-medium">It changes the verdict of {found.flips.map((flip) => flip.team).join(', ')}:</p>
          <ul>
            {found.flips.map((flip) => (
              <li key={flip.iterationId}>
                {flip.team} {flip.iterationNumber}: <span className={TONE[flip.before]}>{WORD[flip.before]}</span> →{' '}
                <b className={TONE[flip.after]}>{WORD[flip.after]}</b>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

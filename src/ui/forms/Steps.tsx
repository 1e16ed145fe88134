'use client';

import { useEffect, useRef, useState, type ReactNode } from 'react';
import { useFormContext } from 'react-hook-form';

interface Step {
  name: string;
  content: ReactNode;
}

/** The parts of a long form: all in view on a desk, one at a time on a phone. What is wrong with a field brings its part up. */
export function Steps({ steps }: { steps: readonly Step[] }) {
  const [at, setAt] = useState(0);
  const parts = useRef<(HTMLDivElement | null)[]>([]);
  const { errors, submitCount } = useFormContext().formState;
  useEffect(() => {
    const wrong = parts.current.map((part) => part?.querySelector('[aria-invalid="true"]') != null);
    setAt((now) => (wrong[now] || !wrong.includes(true) ? now : wrong.indexOf(true)));
  }, [errors, submitCount]);
  const last = at === steps.length - 1;
  return (
    <>
      <div role="group" aria-label="Steps" className="md:hidden flex border border-ink">
        {steps.map(({ name }, i) => (
          <button
            key={name}
            type="button"
            aria-current={i === at ? 'step' : undefined}
            className="grow font-cond font-medium text-sm px-2 min-h-11 text-ink aria-[current]:bg-ink aria-[current]:text-sheet"
            onClick={() => setAt(i)}
          >
            {i + 1} {name}
          </button>
        ))}
      </div>
      {steps.map(({ name, content }, i) => (
        <div
          key={name}
          ref={(part) => void (parts.current[i] = part)}
          className={`flex flex-col gap-3 ${i === at ? '' : 'max-md:hidden'}`}
        >
          {content}
        </div>
      ))}
      {!last && (
        <button type="button" className="btn self-start md:hidden" onClick={() => setAt(at + 1)}>
          Next: {steps[at + 1]!.name}
        </button>
      )}
    </>
  );
}

'use client';

import { useState } from 'react';
import { CoreError, draw } from '@/core/teams';

/** Repeats a draw on the device of whoever wants to check it. */
export function Repeat({ names, seed }: { names: string[]; seed: string }) {
  const [list, setList] = useState(names.join('\n'));
  const [digits, setDigits] = useState(seed);
  const found = repeat(
    list
      .split('\n')
      .map((one) => one.trim())
      .filter(Boolean),
    digits,
  );
  return (
    <div className="grid sm:grid-cols-2 gap-4 max-w-3xl">
      <div className="flex flex-col gap-2">
        <label>
          <span className="block font-medium">Names in their order</span>
          <textarea rows={Math.min(14, names.length + 1)} value={list} onChange={(e) => setList(e.target.value)} />
        </label>
        <label>
          <span className="block font-medium">Seed</span>
          <input className="num" value={digits} onChange={(e) => setDigits(e.target.value)} />
        </label>
      </div>
      <div aria-live="polite">
        <span className="block font-medium">What comes out on this device</span>
        {typeof found === 'string' ? (
          <p className="text-brick">{found}</p>
        ) : (
          <ol className="list-decimal pl-6" aria-label="Repeated order">
            {found.map((name, i) => (
              <li key={i}>{name}</li>
            ))}
          </ol>
        )}
      </div>
    </div>
  );
}

function repeat(names: string[], seed: string): string[] | string {
  try {
    return draw({ names, seed }).order;
  } catch (error) {
    if (error instanceof CoreError) return error.message;
    throw error;
  }
}

'use client';

import type { Setting } from '@/areas/bench/read/protocols';
import type { Runner } from '@/areas/bench/shared/runOrder';

/** The copy that a team runs with: the one chosen, else its first that is not broken. Nothing where copies are not told apart. */
export function copyOf({ copies }: Runner, chosen: string | undefined): string {
  if (copies.some(({ id }) => id === chosen)) return chosen!;
  return (copies.find(({ broken }) => !broken) ?? copies[0])?.id ?? '';
}

/** Settings as a run is sent with them. */
export const settingsFor = (known: readonly Setting[], values: Readonly<Record<string, string>>) =>
  known.map(({ name, unit }) => ({ name, unit, value: values[name] ?? '' }));

/** The copy and the settings of the next run of a team; they stay until somebody changes them. */
export function RunSettings({
  runner,
  known,
  copyId,
  chooseCopy,
  settings,
  set,
}: {
  runner: Runner;
  known: readonly Setting[];
  copyId: string;
  chooseCopy: (id: string) => void;
  settings: Readonly<Record<string, string>>;
  set: (settings: Record<string, string>) => void;
}) {
  if (runner.copies.length === 0 && known.length === 0) return null;
  return (
    <div className="px-3.5 pt-1 flex flex-wrap items-center gap-x-4 gap-y-1">
      {runner.copies.length > 0 && (
        <label className="flex items-center gap-2">
          <span className="faint">Copy</span>
          <select aria-label="Copy" className="!w-auto" value={copyId} onChange={(e) => chooseCopy(e.target.value)}>
            {runner.copies.map((copy) => (
              <option key={copy.id} value={copy.id}>
                {copy.number}
                {copy.broken ? ' (broken)' : ''}
              </option>
            ))}
          </select>
        </label>
      )}
      {known.map(({ name, unit }) => (
        <label key={name} className="flex items-center gap-2">
          <span className="faint">{name}</span>
          <input
            aria-label={name}
            className={unit ? 'num right !w-20' : '!w-28'}
            inputMode={unit ? 'decimal' : 'text'}
            maxLength={40}
            autoComplete="off"
            value={settings[name] ?? ''}
            onChange={(e) => set({ ...settings, [name]: e.target.value })}
          />
          {unit}
        </label>
      ))}
    </div>
  );
}

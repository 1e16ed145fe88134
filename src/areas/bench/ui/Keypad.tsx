'use client';

import { STATUS_NAME, type Status } from '@/areas/bench/shared/status';

interface Props {
  press: (key: string) => void;
  save: (status: Status) => void;
  busy: boolean;
  /** What the large key does. */
  label: string;
}

/** Large keys for a thumb: digits, what else can become of a run, and save. */
export function Keypad({ press, save, busy, label }: Props) {
  const digit = (key: string) => (
    <button key={key} type="button" onClick={() => press(key)}>
      {key}
    </button>
  );
  const status = (one: Status) => (
    <button key={one} type="button" className="word" disabled={busy} onClick={() => save(one)}>
      {STATUS_NAME[one]}
    </button>
  );
  return (
    <div className="keypad">
      {['7', '8', '9'].map(digit)}
      {status('foul')}
      {['4', '5', '6'].map(digit)}
      {status('did-not-finish')}
      {['1', '2', '3'].map(digit)}
      {/* Not shut while the run before is handed over: Enter goes on at once, and what is pressed twice has no value yet. */}
      <button className="save">{label}</button>
      <button type="button" aria-label="Delete the last digit" onClick={() => press('back')}>
        ⌫
      </button>
      {['0', '.'].map(digit)}
    </div>
  );
}

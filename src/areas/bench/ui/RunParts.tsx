'use client';

import type { Mended } from '@/core/bench/slip';
import { unitName } from '@/core/format';
import type { RigQuantity } from '@/areas/bench/shared/rig';
import type { Slot } from '@/areas/bench/shared/slots';

interface Condition {
  name: string;
  value: string;
  unit: string;
}

/** The conditions of the runs to come, as the protocol has them or as they are. */
export function Conditions({
  protocol,
  conditions,
  set,
}: {
  protocol: string;
  conditions: readonly Condition[];
  set: (conditions: Condition[]) => void;
}) {
  return (
    <details className="px-3.5 py-2 border-b border-rule text-sm">
      <summary className="cursor-pointer">
        <b>{protocol}</b> ·{' '}
        {conditions.map((c) => `${c.name} ${c.value} ${unitName(c.unit)}`).join(' · ') || 'no conditions'} ·{' '}
        <span className="text-steel font-medium">change</span>
      </summary>
      {conditions.map((c, i) => (
        <label key={c.name} className="flex items-center gap-2 mt-1">
          <span className="w-40">{c.name}</span>
          <input
            className="num !w-24"
            inputMode="decimal"
            value={c.value}
            onChange={(e) => set(conditions.map((one, j) => (i === j ? { ...one, value: e.target.value } : one)))}
          />
          {unitName(c.unit)}
        </label>
      ))}
    </details>
  );
}

/** What is read now where a run has several readings, and what was read before. */
export function ReadSoFar({
  slots,
  before,
  unitOf,
  takeBack,
}: {
  slots: readonly Slot[];
  before: readonly string[];
  unitOf: (quantity: RigQuantity) => string;
  takeBack: () => void;
}) {
  const slot = slots[Math.min(before.length, slots.length - 1)]!;
  const several = slots.some(({ quantity }) => quantity !== slot.quantity);
  return (
    <p className="mx-3.5 mt-2 flex flex-wrap items-baseline gap-x-3" role="status">
      <span>
        {several && <b>{slot.quantity.name}</b>}
        {several && slot.quantity.observers > 1 && ', '}
        {slot.quantity.observers > 1 &&
          `${several ? 'observer' : 'Observer'} ${slot.observer + 1} of ${slot.quantity.observers}`}
      </span>
      {before.map((value, i) => (
        <span key={i} className="num">
          {value ? `${value} ${unitOf(slots[i]!.quantity)}` : '–'}
        </span>
      ))}
      {before.length > 0 && (
        <button type="button" className="btn-text" onClick={takeBack}>
          take back {before.at(-1)}
        </button>
      )}
    </p>
  );
}

/** What is wrong with a value or odd about it, with what it was most likely meant to be. */
export function Doubt({ text, mended, mend }: { text: string; mended: Mended | null; mend: (to: Mended) => void }) {
  return (
    <p id="run-problem" role="alert" className="callout mx-3.5 mb-2">
      {text}
      {mended && (
        <button type="button" className="btn ml-2" onClick={() => mend(mended)}>
          Use {mended.value} {mended.unit}
        </button>
      )}
    </p>
  );
}

/** What is written down with a run besides what was read. */
export function Details({
  note,
  setNote,
  witness,
  setWitness,
}: {
  note: string;
  setNote: (note: string) => void;
  witness: string;
  setWitness: (witness: string) => void;
}) {
  const line = (label: string, value: string, set: (value: string) => void, most: number, width: string) => (
    <label className={`flex items-center gap-2 ${width}`}>
      <span className="faint">{label}</span>
      <input className="min-w-0 w-full" maxLength={most} value={value} onChange={(e) => set(e.target.value)} />
    </label>
  );
  return (
    <div className="mx-3.5 my-2 flex gap-3 items-center">
      {line('Note', note, setNote, 400, 'grow')}
      {line('Witness', witness, setWitness, 160, 'w-44 shrink-0')}
    </div>
  );
}

'use client';

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
        <b>{protocol}</b> · {conditions.map((c) => `${c.name} ${c.value} ${c.unit}`).join(' · ') || 'no conditions'} ·{' '}
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
          {c.unit}
        </label>
      ))}
    </details>
  );
}

/** Whose turn it is of several who read one run, and what those before have read. */
export function Observers({
  of,
  before,
  unit,
  takeBack,
}: {
  of: number;
  before: readonly string[];
  unit: string;
  takeBack: () => void;
}) {
  return (
    <p className="mx-3.5 mb-2 flex flex-wrap items-baseline gap-x-3" role="status">
      <span>
        Observer {Math.min(before.length + 1, of)} of {of}
      </span>
      {before.map((value, i) => (
        <span key={i} className="num">
          {value} {unit}
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

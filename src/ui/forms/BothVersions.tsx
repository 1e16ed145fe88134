import type { Conflict } from '@/server/outcome';

interface Props {
  conflict: Conflict;
  mine: Record<string, unknown>;
  names: Record<string, string>;
  keepMine: () => void;
  takeTheirs: () => void;
  /** Stands in a frame already. */
  plain?: boolean;
  /** Keeps one's own beside theirs, changed in this way. */
  keepAs?: (change: Record<string, unknown>) => void;
}

/** Two people changed or entered the same thing: both versions side by side, and the choice. */
export function BothVersions({ conflict, mine, names, keepMine, takeTheirs, keepAs, plain }: Props) {
  const { by, theirs, ways } = conflict;
  const different = Object.keys(theirs).filter((key) => key in mine && show(mine[key]) !== show(theirs[key]));
  return (
    <section className={plain ? '' : 'callout'} role="alert" aria-label="Both versions">
      <p className="mb-2">
        {ways ? (
          <>
            <b>{by}</b> has recorded this already. Is it the same one? Nothing was overwritten.
          </>
        ) : (
          <>
            <b>{by}</b> saved this while you were writing. Nothing was overwritten; choose which version stays.
          </>
        )}
      </p>
      {different.length > 0 ? (
        <table>
          <thead>
            <tr>
              <th>Field</th>
              <th>Yours</th>
              <th>{by}’s</th>
            </tr>
          </thead>
          <tbody>
            {different.map((key) => (
              <tr key={key}>
                <td>{names[key] ?? key}</td>
                <td>{show(mine[key])}</td>
                <td>{show(theirs[key])}</td>
              </tr>
            ))}
          </tbody>
        </table>
      ) : (
        <p>Both say the same.</p>
      )}
      <div className="mt-2 flex flex-wrap gap-2">
        {ways
          ? ways.map(({ label, change }) => (
              <button key={label} type="button" className="btn" onClick={() => keepAs?.(change)}>
                {label}
              </button>
            ))
          : different.length > 0 && (
              <button type="button" className="btn" onClick={keepMine}>
                Keep mine
              </button>
            )}
        <button type="button" className="btn" onClick={takeTheirs}>
          {ways ? 'The same: drop mine' : 'Take theirs'}
        </button>
      </div>
    </section>
  );
}

/** A value in words; the order of a list does not matter. */
function show(value: unknown): string {
  if (value === null || value === undefined || value === '') return '(empty)';
  if (Array.isArray(value)) return value.map(show).sort().join('; ') || '(empty)';
  if (typeof value !== 'object') return String(value);
  if ('value' in value && 'unit' in value) {
    const name = 'name' in value ? `${String(value.name)} ` : '';
    return `${name}${show(value.value)} ${String(value.unit)}`;
  }
  return (
    Object.entries(value)
      .map(([key, one]) => `${key} ${show(one)}`)
      .join(', ') || '(empty)'
  );
}

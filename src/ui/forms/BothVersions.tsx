import type { Conflict } from '@/server/outcome';
import type { Options } from './fields';

interface Props {
  conflict: Conflict;
  mine: Record<string, unknown>;
  /** What fields are called: "change", or "measurements.3" for one of a list. */
  names: Record<string, string>;
  /** What choices are called, by field, where a value is an id. */
  options?: Record<string, Options>;
  keepMine: () => void;
  takeTheirs: () => void;
  /** Stands in a frame already. */
  plain?: boolean;
  /** Keeps one's own beside theirs, changed in this way. */
  keepAs?: (change: Record<string, unknown>) => void;
}

/** Two people changed or entered the same thing: both versions side by side, and the choice. */
export function BothVersions({ conflict, mine, names, options = {}, keepMine, takeTheirs, keepAs, plain }: Props) {
  const { by, theirs, ways } = conflict;
  const [own, other] = [spread(mine, theirs, names), spread(theirs, mine, names)];
  const told = (key: string, value: unknown) => options[key]?.find(([id]) => id === (value ?? ''))?.[1] ?? show(value);
  const different = Object.keys(other).filter((key) => key in own && told(key, own[key]) !== told(key, other[key]));
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
                <td>{told(key, own[key])}</td>
                <td>{told(key, other[key])}</td>
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

/** The fields of a version; a list whose items have names of their own, item by item. */
function spread(values: Record<string, unknown>, other: Record<string, unknown>, names: Record<string, string>) {
  const fields = Object.entries(values).flatMap(([key, value]): [string, unknown][] => {
    const items = Array.isArray(value) && Array.isArray(other[key]) && `${key}.0` in names ? value : null;
    return items ? items.map((item, i) => [`${key}.${i}`, item]) : [[key, value]];
  });
  return Object.fromEntries(fields);
}

/** A value in words; the order of a list does not matter. */
function show(value: unknown): string {
  if (value === null || value === undefined || value === '') return '(empty)';
  if (Array.isArray(value)) return value.map(show).sort().join('; ') || '(empty)';
  if (typeof value !== 'object') return String(value);
  if ('answer' in value && value.answer) return show(value.answer);
  if ('value' in value && 'unit' in value) {
    if (value.value === '') return '(empty)';
    const name = 'name' in value ? `${String(value.name)} ` : '';
    return `${name}${show(value.value)} ${String(value.unit)}`;
  }
  return (
    Object.entries(value)
      .map(([key, one]) => `${key} ${show(one)}`)
      .join(', ') || '(empty)'
  );
}

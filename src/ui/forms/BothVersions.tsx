import type { Conflict } from '@/server/outcome';

interface Props {
  conflict: Conflict;
  mine: Record<string, unknown>;
  names: Record<string, string>;
  keepMine: () => void;
  takeTheirs: () => void;
}

/** Two people changed the same thing: both versions side by side, and the choice. */
export function BothVersions({ conflict, mine, names, keepMine, takeTheirs }: Props) {
  const different = Object.keys(conflict.theirs).filter(
    (key) => key in mine && show(mine[key]) !== show(conflict.theirs[key]),
  );
  return (
    <section className="callout" role="alert" aria-label="Both versions">
      <p className="mb-2">
        <b>{conflict.by}</b> saved this while you were writing. Nothing was overwritten; choose which version stays.
      </p>
      <table>
        <thead>
          <tr>
            <th>Field</th>
            <th>Yours</th>
            <th>{conflict.by}’s</th>
          </tr>
        </thead>
        <tbody>
          {different.map((key) => (
            <tr key={key}>
              <td>{names[key] ?? key}</td>
              <td>{show(mine[key])}</td>
              <td>{show(conflict.theirs[key])}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className="mt-2 flex gap-2">
        <button type="button" className="btn" onClick={keepMine}>
          Keep mine
        </button>
        <button type="button" className="btn" onClick={takeTheirs}>
          Take theirs
        </button>
      </div>
    </section>
  );
}

function show(value: unknown): string {
  if (value === null || value === undefined || value === '') return '(empty)';
  return typeof value === 'object' ? JSON.stringify(value) : String(value);
}

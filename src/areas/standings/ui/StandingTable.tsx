import { fixed } from '@/core/format';
import { StandingRow } from './StandingRow';

export interface StandingRow {
  teamId: string;
  team: string;
  colour: number;
  place: number | null;
  total: number;
  parts: Record<string, number>;
}

/** Rungs: each team a rung at its total, the parts in columns; the place leads back along the chain. */
export function StandingTable({
  rows,
  components,
  href,
}: {
  rows: StandingRow[];
  components: string[];
  href: ((teamId: string) => string) | null;
}) {
  const totals = rows.map((row) => row.total);
  const [low, high] = [Math.min(0, ...totals), Math.max(...totals, 1e-9)];
  const names = components.map((name) => `${name}:`);
  const digits = digitsThatTell(rows);
  const at = (total: number) => 4 + ((total - low) / (high - low || 1)) * 312;
  return (
    <div className="overflow-x-auto">
      <table className="stacked">
        <thead>
          <tr>
            <th className="right">Place</th>
            <th>Team</th>
            <th className="hidden sm:table-cell">Total</th>
            <th className="right">Points</th>
            {components.map((name) => (
              <th key={name} className="right">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <StandingRow
              key={row.teamId}
              place={row.place}
              href={href && href(row.teamId)}
              team={row.team}
              colour={row.colour}
              at={Math.round(at(row.total) * 10) / 10}
              total={fixed(row.total, digits)}
              names={names}
              parts={components.map((name) => fixed(row.parts[name], 1))}
            />
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** As many decimals as show why one place comes before the next; points have one. */
function digitsThatTell(rows: readonly Pick<StandingRow, 'place' | 'total'>[]): number {
  const tells = (digits: number) =>
    rows.every((row, i) => {
      const before = rows[i - 1];
      return !before || before.place === row.place || fixed(before.total, digits) !== fixed(row.total, digits);
    });
  return [1, 2, 3, 4].find(tells) ?? 4;
}

import { tagColour } from '@/ui/colours';
import { fixed } from '@/core/format';
import { TeamTag } from '@/ui/sheet/Sheet';

export interface StandingRow {
  teamId: string;
  team: string;
  colour: number;
  place: number;
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
  const at = (total: number) => 4 + ((total - low) / (high - low || 1)) * 312;
  return (
    <div className="overflow-x-auto">
      <table>
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
            <tr key={row.teamId}>
              <td className="num right !align-middle !text-[17px] font-semibold">
                {href ? (
                  <a href={href(row.teamId)} aria-label={`Place ${row.place}, ${row.team}: where it comes from`}>
                    {row.place}
                  </a>
                ) : (
                  row.place
                )}
              </td>
              <td className="!align-middle">
                <TeamTag name={row.team} colour={tagColour(row.colour)} />
              </td>
              <td className="!p-0 !align-middle hidden sm:table-cell">
                <svg width="320" height="34" viewBox="0 0 320 34" aria-hidden className="block">
                  <line x1="4" x2={at(row.total)} y1="17" y2="17" stroke="var(--rule)" />
                  <line
                    x1={at(row.total)}
                    x2={at(row.total)}
                    y1="6"
                    y2="28"
                    stroke={tagColour(row.colour)}
                    strokeWidth="4"
                  />
                </svg>
              </td>
              <td className="num right !align-middle font-semibold !text-[15px]">{fixed(row.total, 1)}</td>
              {components.map((name) => (
                <td key={name} className="num right !align-middle">
                  {fixed(row.parts[name], 1)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

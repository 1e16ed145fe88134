import type { Protocol } from '@/areas/bench/read/protocols';
import { number } from '@/core/format';
import { sheetColumns, sheetTest } from '@/areas/bench/shared/sheetRows';

/** A results sheet to print and fill in by hand: what the protocol asks for, and a line for each run. */
export function BlankSheet({
  protocol,
  teams,
  lines,
  cautions,
}: {
  protocol: Protocol;
  teams: readonly string[];
  lines: number;
  cautions: readonly string[];
}) {
  const columns = sheetColumns(sheetTest(protocol), teams);
  const roles = protocol.roles.split('\n').filter((line) => line.trim() !== '');
  const BLANK = '________________';
  return (
    <section className="print-only" aria-label="Blank results sheet">
      <h2>Results sheet: {protocol.name}</h2>
      <p className="my-2">
        Date {BLANK} Section {BLANK} Written down by {BLANK} Witness {BLANK}
      </p>
      {protocol.procedure && <p className="whitespace-pre-line">{protocol.procedure}</p>}
      <p>
        {protocol.conditions.map((one) => (
          <span key={one.name} className="inline-block mr-4">
            {one.name} {number(one.value)} ± {number(one.tolerance)} {one.unit}: found ________
          </span>
        ))}
      </p>
      {roles.map((role) => (
        <p key={role}>
          {role}: {BLANK}
        </p>
      ))}
      {cautions.map((text) => (
        <p key={text} className="callout">
          {text}
        </p>
      ))}
      <table className="print-dense">
        <thead>
          <tr>
            {columns.map(({ key, name, numeric }) => (
              <th key={key} className={`${numeric ? 'right' : ''} ${key === 'note' ? 'w-[24%]' : ''}`}>
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {teams.flatMap((team) =>
            Array.from({ length: lines }, (_, i) => (
              <tr key={`${team} ${i}`}>
                {columns.map(({ key }) => (
                  <td key={key} className="h-7 border border-rule">
                    {key === 'team' ? team : ''}
                  </td>
                ))}
              </tr>
            )),
          )}
        </tbody>
      </table>
      <p>
        Result: empty for a valid run, else foul, did not finish, did not start. Local codes, the school’s rules and
        licensed practice come first.
      </p>
    </section>
  );
}

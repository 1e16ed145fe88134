import { whoDid } from '@/core/names';
import { Fold } from '@/ui/sheet/Fold';
import { plural } from '@/core/format';
import type { StoredEntry } from '@/areas/event/read/contests';
import { STATE_SAYS } from '@/areas/event/shared/contests/words';
import { entryWords } from './entryWords';

/** All that was entered, also what does not count, newest first. */
export function ContestHistory({
  entries,
  nameOf,
  clock,
}: {
  entries: readonly StoredEntry[];
  nameOf: (id: string | null) => string;
  clock: (ms: number) => string;
}) {
  return (
    <Fold label={`All ${plural(entries.length, 'entry', 'entries')} of the desks`} className="mt-4">
      <table className="max-w-4xl">
        <thead>
          <tr>
            <th>At</th>
            <th>What</th>
            <th>By</th>
            <th>Counts</th>
          </tr>
        </thead>
        <tbody>
          {entries.toReversed().map((entry) => (
            <tr key={entry.id} className={entry.state === 'counts' ? '' : 'faint'}>
              <td className="num">{clock(Date.parse(entry.at))}</td>
              <td>{entryWords(entry, nameOf)}</td>
              <td>
                {whoDid(entry.byName)}
                {entry.confirmedBy ? `, confirmed by ${whoDid(entry.confirmedBy)}` : ''}
              </td>
              <td>
                {STATE_SAYS[entry.state]}
                {entry.remark ? `: ${entry.remark}` : ''}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </Fold>
  );
}

import { wordOf } from '@/db/catalogue';
import { Fold } from '@/ui/sheet/Fold';
import { inZone } from '@/server/clock';
import { ChangeRow } from '@/shell/history/ChangeRow';
import { moment } from '@/core/format';
import { differences, PAGE } from '@/shell/history/read';
import { canPutBack } from '@/shell/history/plan';
import { hrefIn } from '@/areas/course';
import type { Frame } from '@/shell/frame';
import type { readHistoryPage } from '@/app/projects/[project]/history/read';

type Props = Awaited<ReturnType<typeof readHistoryPage>> & { frame: Frame };

/** The content of the page “History”. */
export function HistoryView({ text, choices, actors, found, changes, names, older, frame }: Props) {
  const { project } = frame.seat;

  return (
    <>
      <form className="flex flex-wrap gap-3 items-end mb-3 no-print">
        {frame.team && <input type="hidden" name="team" value={frame.team.id} />}
        <label>
          <span className="block font-medium">Kind</span>
          <select name="kind" defaultValue={text('kind')}>
            <option value="">everything</option>
            {choices.kinds.map((kind) => (
              <option key={kind} value={kind}>
                {wordOf(kind)}
              </option>
            ))}
          </select>
        </label>
        <label>
          <span className="block font-medium">Person</span>
          <select name="person" defaultValue={text('person')}>
            <option value="">everybody</option>
            {choices.people.map((person) => (
              <option key={person}>{person}</option>
            ))}
          </select>
        </label>
        <button className="btn">Filter</button>
      </form>
      <Fold className="mb-3 no-print" label="Restore everything one person changed between two times">
        <form action={`/projects/${project.id}/history/put-back`} className="flex flex-wrap gap-3 items-end pt-2">
          <label>
            <span className="block font-medium">Whose changes</span>
            <select name="person" required>
              {actors.map((one) => (
                <option key={one.id} value={one.id}>
                  {one.name}
                </option>
              ))}
            </select>
          </label>
          {(['from', 'to'] as const).map((name) => (
            <label key={name}>
              <span className="block font-medium">{name === 'from' ? 'From' : 'To, that minute included'}</span>
              <input
                type="datetime-local"
                name={name}
                required
                defaultValue={inZone(new Date(), project.timeZone).replace(
                  /T.*/,
                  name === 'from' ? 'T00:00' : 'T23:59',
                )}
              />
            </label>
          ))}
          <button className="btn">Show what would change</button>
        </form>
      </Fold>
      <div className="overflow-x-auto">
        <table className="stacked">
          <thead>
            <tr>
              <th>When</th>
              <th>Who</th>
              <th>What</th>
              <th>Before → after</th>
              <td />
            </tr>
          </thead>
          <tbody>
            {changes.map((change) => (
              <ChangeRow
                key={change.id}
                when={moment(inZone(change.at, project.timeZone))}
                who={change.actorName}
                what={
                  change.objectKind === 'put back'
                    ? 'restored'
                    : `${change.before === null ? 'added' : change.after === null ? 'removed' : 'changed'} ${wordOf(change.objectKind)}`
                }
                fields={differences(change, names).slice(0, 8)}
                putBack={canPutBack(change) ? `/projects/${project.id}/history/put-back?change=${change.id}` : null}
              />
            ))}
          </tbody>
        </table>
      </div>
      {changes.length === 0 && <p className="faint mt-3">Nothing fits this choice.</p>}
      {found.length > PAGE && (
        <p className="mt-3">
          <a className="btn" href={`${hrefIn(frame, 'history')}${hrefIn(frame, '').includes('?') ? '&' : '?'}${older}`}>
            Older changes
          </a>
        </p>
      )}
    </>
  );
}

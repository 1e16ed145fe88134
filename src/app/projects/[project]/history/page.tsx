import { wordOf } from '@/db/catalogue';
import { ChangeRow } from '@/shell/history/ChangeRow';
import { Fold } from '@/ui/sheet/Fold';
import { openSheet, ProjectFrame, type SheetProps } from '@/shell/frame';
import { hrefIn } from '@/areas/course';
import { canPutBack } from '@/shell/history/plan';
import { differences, listActors, listChanges, listChoices, listNames, PAGE } from '@/shell/history/read';
import { inZone } from '@/server/clock';
import { moment } from '@/core/format';
import { pool } from '@/db/connection';

export default async function HistoryPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/history', props);
  const search = await props.searchParams;
  const text = (key: string) => (typeof search[key] === 'string' ? (search[key] as string).slice(0, 160) : '');
  const { project } = frame.seat;
  const before = Number(text('before')) || null;
  const [choices, actors, found] = await Promise.all([
    listChoices(pool(), project.id),
    listActors(pool(), project.id),
    listChanges(pool(), project.id, {
      kind: text('kind'),
      person: text('person'),
      team: frame.team?.id ?? null,
      before,
    }),
  ]);
  const changes = found.slice(0, PAGE);
  const names = await listNames(pool(), project.id, changes);
  const older = new URLSearchParams({
    kind: text('kind'),
    person: text('person'),
    before: String(changes.at(-1)?.id ?? ''),
  });
  return (
    <ProjectFrame
      shows="all"
      frame={frame}
      sheet="history"
      name="History"
      about={`times of ${project.timeZone.replaceAll('_', ' ')}`}
    >
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
    </ProjectFrame>
  );
}

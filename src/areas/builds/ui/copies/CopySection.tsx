import { plural, quantity } from '@/core/format';
import { isBroken, type CopiesCompared, type Copy, type Stretch } from '@/areas/builds/read/copies';
import { ActButton } from '@/ui/forms/ActButton';
import { CHANGE } from '@/ui/kit/icons';
import { SidePanel } from '@/ui/kit/SidePanel';
import { addCopy, removeCopy } from '@/areas/builds/write/copies';
import { MendForm } from './MendForm';

/** The copies of an iteration: what happened to each, and whether their runs tell them apart. */
export function CopySection({
  projectId,
  iterationId,
  copies,
  runsOf,
  compared,
  when,
  writes,
}: {
  projectId: string;
  iterationId: string;
  copies: readonly Copy[];
  /** How many runs were made with a copy. */
  runsOf: (copyId: string) => number;
  compared: readonly CopiesCompared[];
  when: (at: Date) => string;
  writes: boolean;
}) {
  if (copies.length === 0 && !writes) return null;
  const add = writes && (
    <ActButton act={addCopy} input={{ projectId, iterationId }} done="Added." className="btn-text no-print">
      {copies.length ? 'Add copy' : 'Tell copies apart'}
    </ActButton>
  );
  return (
    <section className="mt-5" aria-label="Copies">
      <div className="flex flex-wrap items-baseline gap-x-4 mb-1">
        <h2>Copies</h2>
        {add}
      </div>
      {copies.length === 0 && (
        <p className="faint">Was it built more than once? Then each run can say which copy it was made with.</p>
      )}
      {copies.length > 0 && (
        <table className="stacked max-w-4xl">
          <thead>
            <tr>
              <th>Copy</th>
              <th className="right">Runs</th>
              <th>State</th>
              <th>What happened</th>
              {writes && (
                <th>
                  <span className="sr-only">Change</span>
                </th>
              )}
            </tr>
          </thead>
          <tbody>
            {copies.map((copy) => {
              const broken = isBroken(copy);
              const runs = runsOf(copy.id);
              const state = broken ? 'broken' : copy.notes.length ? 'repaired' : 'whole';
              return (
                <tr key={copy.id}>
                  <td className="num font-medium">
                    <span className="sm:hidden">Copy </span>
                    {copy.number}
                  </td>
                  <td data-label="runs" className="beside num right">
                    {runs}
                  </td>
                  <td data-label="state" className={`beside ${broken ? 'text-brick' : ''}`}>
                    {state}
                  </td>
                  <td className="text-sm">
                    {copy.notes.map((note) => (
                      <span key={note.id} className="block">
                        {note.kind} {when(note.at)}: {note.what}
                      </span>
                    ))}
                  </td>
                  {writes && (
                    <td className="no-print whitespace-nowrap">
                      <SidePanel
                        id={`copy-${copy.number}`}
                        label={broken ? 'Repaired' : 'Broke'}
                        icon={CHANGE}
                        of={`copy ${copy.number}`}
                        title={`Copy ${copy.number}`}
                        className="btn-text"
                      >
                        <MendForm
                          key={copy.notes.length}
                          projectId={projectId}
                          id={copy.id}
                          kind={broken ? 'repaired' : 'broke'}
                        />
                      </SidePanel>
                      {runs === 0 && (
                        <ActButton
                          act={removeCopy}
                          input={{ projectId, id: copy.id }}
                          done={`Copy ${copy.number} is removed.`}
                          className="btn-text ml-3"
                        >
                          Remove
                        </ActButton>
                      )}
                    </td>
                  )}
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
      {compared.map(({ protocol, at, stretches, says }) => (
        <p key={`${protocol.id} ${at}`} className="mt-2 max-w-4xl">
          <b className="font-medium">
            {protocol.name}
            {at && ` at ${at}`}:
          </b>{' '}
          {stretches.map((one) => stretchText(one, protocol.unit)).join('; ')}. {says}
        </p>
      ))}
    </section>
  );
}

/** Mean and spread of the runs of one stretch. */
function stretchText({ name, n, mean, standardDeviation }: Stretch, unit: string): string {
  const spread = standardDeviation === null ? '' : `, spread ${quantity(standardDeviation, unit)}`;
  return `${name}: ${quantity(mean, unit)} (${plural(n, 'run')}${spread})`;
}

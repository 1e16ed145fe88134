import { Nothing } from '@/ui/sheet/Sheet';
import { PartTable } from '@/areas/builds/ui/parts/PartTable';
import { number } from '@/core/format';
import { InterfaceTable } from '@/areas/builds/ui/parts/InterfaceTable';
import { Converter, ScaleForm, PartForm, InterfaceForm } from '@/areas/builds/ui/parts/forms';
import { SidePanel } from '@/ui/kit/SidePanel';
import { CHANGE, ADD } from '@/ui/kit/icons';
import { scaleForm, partForm } from '@/areas/builds/read/parts/toForm';
import { ChangeAndRemove } from '@/ui/kit/ChangeAndRemove';
import { removePart } from '@/areas/builds/write/parts';
import type { Place } from '@/areas/course';
import type { readPartsPage } from '@/areas/builds/read/pages/parts';

type Props = Awaited<ReturnType<typeof readPartsPage>> & { frame: Place };

/** The content of the page “Parts”. */
export function PartsView({
  leads,
  section,
  parts,
  interfaces,
  scaled,
  people,
  nameOf,
  standing,
  listed,
  fixed,
  shared,
  frame,
}: Props) {
  const { seat } = frame;
  const projectId = seat.project.id;
  const code = (id: string) => parts.find((part) => part.id === id)!.code;
  return (
    <>
      {parts.length === 0 && (
        <Nothing>
          Where the whole class builds one thing, each student owns parts of it, which somebody else checks and which
          must fit each other.
        </Nothing>
      )}
      {parts.length > 0 && (
        <>
          <PartTable parts={listed} turns={standing.turns} scaled={scaled} {...shared} />
          <section className="mt-5 grid md:grid-cols-2 gap-6">
            <div>
              <h2 className="mb-1">What blocks the assembly</h2>
              {standing.blocks.length === 0 ? (
                <p className="text-moss">Nothing: every part fits, and every interface agrees.</p>
              ) : (
                <ul>
                  {standing.blocks.map(({ parts: ids, why }, i) => (
                    <li key={i} className="border-b border-hair py-0.5">
                      <b className="num">{ids.map(code).join(' and ')}</b> {why}
                    </li>
                  ))}
                </ul>
              )}
            </div>
            <div>
              <h2 className="mb-1">Share of the work</h2>
              <table>
                <thead>
                  <tr>
                    <th>Student</th>
                    <th className="right">Share</th>
                    <th className="right">Compared with an equal share</th>
                    <td />
                  </tr>
                </thead>
                <tbody>
                  {standing.shares.map(({ person, share, equal }) => (
                    <tr key={person}>
                      <td>{nameOf(person)}</td>
                      <td className="num right">{number(share)}</td>
                      <td className="num right">{equal > 0 ? `${((100 * share) / equal).toFixed(0)} %` : '–'}</td>
                      <td className="text-ochre">{standing.idle.includes(person) ? 'nothing to do now' : ''}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>
          </section>
        </>
      )}
      {interfaces.length > 0 && (
        <section className="mt-5">
          <h2 className="mb-1">Interfaces</h2>
          <InterfaceTable interfaces={interfaces} parts={parts} {...shared} />
        </section>
      )}
      <section className="mt-5 no-print">
        <h2 className="mb-1">Full size and model{scaled && `, 1 : ${number(scaled.ratio)}`}</h2>
        {scaled ? (
          <Converter
            ratio={scaled.ratio}
            least={scaled.leastThickness === null ? null : { value: scaled.leastThickness, unit: scaled.leastUnit! }}
          />
        ) : (
          <p className="faint">No scale is set.</p>
        )}
        {leads && section && (
          <SidePanel
            id="scale"
            label={scaled ? 'Change scale' : 'Set scale'}
            icon={scaled ? CHANGE : ADD}
            title="Full size and model"
            className="btn-text mt-2"
          >
            <ScaleForm
              {...fixed}
              id={scaled?.id ?? null}
              version={scaled?.version ?? null}
              values={scaleForm({ ...(scaled ?? { ratio: 1 }) })}
            />
          </SidePanel>
        )}
      </section>
      {leads && section && (
        <section className="mt-6 no-print border-t-2 border-ink pt-3">
          <div className="flex flex-wrap items-baseline gap-3 mb-2">
            <h2 className="mr-auto">Parts and interfaces</h2>
            <SidePanel id="new-part" label="Add part" icon={ADD} title="New part">
              <PartForm
                key={parts.length}
                {...fixed}
                id={null}
                version={null}
                values={partForm({ code: `P${parts.length + 1}`, name: '', share: 1 })}
                people={people}
              />
            </SidePanel>
            {parts.length > 1 && (
              <SidePanel id="new-interface" label="Add interface" icon={ADD} title="New interface">
                <InterfaceForm
                  key={`interfaces ${interfaces.length}`}
                  {...fixed}
                  id={null}
                  version={null}
                  values={{ name: '', oneId: '', otherId: '' }}
                  parts={parts.map(({ id, code: text, name }) => [id, `${text} ${name}`] as const)}
                />
              </SidePanel>
            )}
          </div>
          {parts.map((part) => (
            <div key={part.id} className="flex flex-wrap items-baseline gap-x-3 border-t border-hair py-1">
              <span className="mr-auto">
                <span className="num">{part.code}</span> {part.name}
              </span>
              <ChangeAndRemove
                id={`part-${part.code}`}
                name={part.name}
                title={`Part ${part.code} ${part.name}`}
                remove={{
                  act: removePart,
                  input: { projectId, id: part.id },
                  undo: true,
                  done: `${part.name} is removed.`,
                  confirm: `Remove ${part.name} and its interfaces?`,
                }}
              >
                <PartForm
                  {...fixed}
                  id={part.id}
                  version={part.version}
                  values={partForm({ ...part })}
                  people={people}
                />
              </ChangeAndRemove>
            </div>
          ))}
        </section>
      )}
    </>
  );
}

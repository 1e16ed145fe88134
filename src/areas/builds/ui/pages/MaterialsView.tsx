import { Nothing } from '@/ui/sheet/Sheet';
import { lasting } from '@/core/materials';
import { number, fixed, plural } from '@/core/format';
import { ChangeAndRemove } from '@/ui/kit/ChangeAndRemove';
import { removeMaterial } from '@/areas/builds/write/materials';
import { MaterialForm } from '@/areas/builds/ui/materials/forms';
import { materialForm } from '@/areas/builds/read/materials/toForm';
import { SidePanel } from '@/ui/kit/SidePanel';
import { ADD } from '@/ui/kit/icons';
import type { Place } from '@/areas/course';
import type { readMaterialsPage } from '@/areas/builds/read/pages/materials';

type Props = Awaited<ReturnType<typeof readMaterialsPage>> & { frame: Place };

/** The content of the page “Materials”. */
export function MaterialsView({ materials, leads, held, left, used, frame }: Props) {
  const { seat } = frame;
  const { id, currency } = seat.project;

  return (
    <>
      {materials.length === 0 ? (
        <Nothing>
          What can be built with: what a piece weighs and costs, and how many there are. The bill of an iteration takes
          its lines from here, and this page says what will run out.
        </Nothing>
      ) : (
        <table className="stacked">
          <thead>
            <tr>
              <th>Material</th>
              <th className="right">Mass each, g</th>
              <th className="right">Price each, {currency}</th>
              <th className="right">Stock</th>
              <th className="right">Used</th>
              <th className="right">Left</th>
              <th>At this rate</th>
              <th>Allowed</th>
              {leads && (
                <th>
                  <span className="sr-only">Change or remove</span>
                </th>
              )}
            </tr>
          </thead>
          <tbody>
            {materials.map((one) => {
              const pieces = used.get(one.id) ?? 0;
              const found = one.stock === null ? null : lasting({ stock: one.stock, used: pieces, held, left });
              return (
                <tr key={one.id} id={one.id}>
                  <td className="font-medium">{one.name}</td>
                  <td data-label="mass each, g" className="beside num right">
                    {number(one.unitMass)}
                  </td>
                  <td data-label={`price each, ${currency}`} className="beside num right">
                    {one.unitPrice === null ? '–' : fixed(one.unitPrice, 2)}
                  </td>
                  <td data-label="stock" className="beside num right">
                    {number(one.stock)}
                  </td>
                  <td data-label="used" className="beside num right">
                    {number(pieces)}
                  </td>
                  <td data-label="left" className={`beside num right ${found && found.left < 0 ? 'text-brick' : ''}`}>
                    {found ? number(found.left) : '–'}
                  </td>
                  <td className={found?.runsOut ? 'text-ochre' : 'faint'}>{lastsFor(found)}</td>
                  <td data-label="allowed">
                    {one.rule ? <span className="text-brick">no: {one.rule}</span> : <span className="faint">yes</span>}
                  </td>
                  {leads && (
                    <td>
                      <ChangeAndRemove
                        id={`material-${one.id.slice(0, 8)}`}
                        name={one.name}
                        title={`Material ${one.name}`}
                        remove={{
                          act: removeMaterial,
                          input: { projectId: id, id: one.id },
                          undo: true,
                          done: `${one.name} is removed.`,
                          confirm: `Remove ${one.name}? Bills keep their lines, without its mass and price.`,
                        }}
                      >
                        <MaterialForm
                          projectId={id}
                          id={one.id}
                          version={one.version}
                          values={materialForm(one)}
                          currency={currency}
                        />
                      </ChangeAndRemove>
                    </td>
                  )}
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
    </>
  );
}

/** What stands at the page’s head as actions. */
export function MaterialsActions({ materials, frame }: Props) {
  const { seat } = frame;
  const { id, currency } = seat.project;

  return (
    <SidePanel
      id="new"
      label="Add material"
      icon={ADD}
      title="New material"
      className={materials.length === 0 ? 'btn btn-go' : 'btn'}
    >
      <MaterialForm
        key={materials.length}
        projectId={id}
        id={null}
        version={null}
        values={materialForm(NEW)}
        currency={currency}
      />
    </SidePanel>
  );
}

/** How long it lasts, in words. */
function lastsFor(found: { left: number; meetings: number | null; runsOut: boolean } | null): string {
  if (!found) return 'no stock is given';
  if (found.left < 0) return 'more is used than there is';
  if (found.meetings === null) return 'none used yet';
  if (!found.runsOut) return 'lasts until the event';
  const meetings = Math.floor(found.meetings);
  return meetings === 0 ? 'runs out in the next meeting' : `runs out in ${plural(meetings, 'meeting')}`;
}

const NEW = { name: '', unitMass: null, unitPrice: null, stock: null, rule: '' };

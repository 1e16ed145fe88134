import { lasting } from '@/core/materials';
import { fixed, number, plural } from '@/core/format';
import { meetingsOf } from '@/areas/course';
import { listBills, listMaterials, usedBy, materialForm } from '@/areas/builds';
import { removeMaterial } from '@/areas/builds/write/materials';
import { MaterialForm } from '@/areas/builds/ui/materials/forms';
import { BUILD_VIEWS, openSheet, ProjectFrame, type SheetProps } from '@/shell/frame';
import { allowed, seesAll } from '@/server/access';
import { ChangeAndRemove } from '@/ui/kit/ChangeAndRemove';
import { ADD } from '@/ui/kit/icons';
import { SidePanel } from '@/ui/kit/SidePanel';
import { Nothing } from '@/ui/sheet/Sheet';
import { pool } from '@/db/connection';

const NEW = { name: '', unitMass: null, unitPrice: null, stock: null, rule: '' };

export default async function MaterialsPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/builds/materials', props);
  const { seat, sections, today } = frame;
  // What another team has used is told as part of the class alone.
  const team = frame.team && (seesAll(seat) || frame.team.id === seat.teamId) ? frame.team : null;
  const { id, currency } = seat.project;
  const [materials, bills] = await Promise.all([listMaterials(pool(), id), listBills(pool(), id)]);
  const leads = allowed(seat, 'material.write');
  const counted = team ? bills.filter(({ teamId }) => teamId === team.id) : bills;
  const meetings = sections.map((one) => meetingsOf(one).map(({ date }) => date));
  const most = (of: (dates: string[]) => number) => Math.max(0, ...meetings.map(of));
  const held = most((dates) => dates.filter((date) => date < today).length);
  const left = most((dates) => dates.filter((date) => date >= today && date < seat.project.eventDate).length);
  const used = usedBy(counted);
  return (
    <ProjectFrame
      shows={['builds', 'calendar']}
      frame={frame}
      sheet="builds"
      name="Builds"
      view="builds/materials"
      views={BUILD_VIEWS}
      title="Materials"
      about={
        materials.length
          ? `${plural(materials.length, 'material')}; used by ${team ? team.name : 'the class'}`
          : undefined
      }
      actions={
        leads && (
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
        )
      }
    >
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
    </ProjectFrame>
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

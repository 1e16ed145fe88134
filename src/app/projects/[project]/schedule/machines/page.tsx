import { ChangeAndRemove } from '@/ui/kit/ChangeAndRemove';
import { ADD } from '@/ui/kit/icons';
import { SidePanel } from '@/ui/kit/SidePanel';
import { Link } from '@/ui/Link';
import { removeMachine } from '@/areas/plan/write/bookings/actions';
import { MachineForm } from '@/areas/plan/ui/bookings/MachineForm';
import { NEW_RESOURCE, machineForm, listMachines } from '@/areas/plan';
import { openSheet, ProjectFrame, scheduleViews, type SheetProps } from '@/shell/frame';
import { hrefIn } from '@/areas/course';
import { hazardsOf, readSafety } from '@/areas/safety';
import { day, plural } from '@/core/format';
import { pool } from '@/db/connection';

export default async function MachinesPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/schedule/machines', props);
  const { project, role } = frame.seat;
  const [machines, safety] = await Promise.all([listMachines(pool(), project.id), readSafety(pool(), project.id)]);
  const fixed = { projectId: project.id };
  return (
    <ProjectFrame
      shows={['bookings', 'safety']}
      frame={frame}
      sheet="schedule"
      name="Schedule"
      view="schedule/machines"
      views={scheduleViews(role)}
      title="Machines and rigs"
      byTeam={false}
      actions={
        <>
          <Link className="btn" href={hrefIn(frame, 'schedule/bookings')}>
            Bookings
          </Link>
          <SidePanel id="new" label="Add machine or rig" icon={ADD} title="New machine or rig">
            <MachineForm key={machines.length} {...fixed} id={null} version={null} values={NEW_RESOURCE} />
          </SidePanel>
        </>
      }
    >
      <ul>
        {machines.map((machine) => {
          const hazards = hazardsOf(safety.hazards, 'machines', machine.id);
          return (
            <li
              key={machine.id}
              id={machine.id}
              className="border-b border-hair py-1.5 flex flex-wrap items-baseline gap-x-5"
            >
              <p className="grow">
                <b>{machine.name}</b>{' '}
                <span className="faint">
                  {plural(machine.useMinutes, 'minute')} a use
                  {hazards.length > 0 && `; hazards: ${hazards.map((one) => one.name).join(', ')}`}
                  {machine.closures.length > 0 &&
                    `; closed: ${machine.closures.map(({ from, to }) => (from === to ? day(from) : `${day(from)} to ${day(to)}`)).join(', ')}`}
                </span>
              </p>
              <ChangeAndRemove
                id={`machine-${machine.id}`}
                name={machine.name}
                title={machine.name}
                remove={{
                  act: removeMachine,
                  input: { projectId: project.id, id: machine.id },
                  undo: true,
                  done: `“${machine.name}” is removed.`,
                  confirm: `Remove ${machine.name}?`,
                }}
              >
                <MachineForm
                  key={machine.version}
                  {...fixed}
                  id={machine.id}
                  version={machine.version}
                  values={machineForm({ ...machine })}
                />
              </ChangeAndRemove>
            </li>
          );
        })}
      </ul>
      <p className="text-sm faint mt-2">
        Which hazards a machine has, and with them the training it needs, is said under{' '}
        <Link href={hrefIn(frame, 'safety')}>Safety</Link>.
      </p>
    </ProjectFrame>
  );
}

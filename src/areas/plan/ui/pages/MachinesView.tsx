import { hazardsOf } from '@/areas/safety';
import { plural, day } from '@/core/format';
import { ChangeAndRemove } from '@/ui/kit/ChangeAndRemove';
import { removeMachine } from '@/areas/plan/write/bookings/actions';
import { MachineForm } from '@/areas/plan/ui/bookings/MachineForm';
import { machineForm, NEW_RESOURCE } from '@/areas/plan/read/bookings/toForm';
import { Link } from '@/ui/Link';
import { hrefIn, type Place } from '@/areas/course';
import { SidePanel } from '@/ui/kit/SidePanel';
import { ADD } from '@/ui/kit/icons';
import type { readMachinesPage } from '@/areas/plan/read/pages/machines';

type Props = Awaited<ReturnType<typeof readMachinesPage>> & { frame: Place };

/** The content of the page “Machines”. */
export function MachinesView({ machines, safety, fixed, frame }: Props) {
  const { project } = frame.seat;

  return (
    <>
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
    </>
  );
}

/** What stands at the page’s head as actions. */
export function MachinesActions({ machines, fixed, frame }: Props) {
  return (
    <>
      <Link className="btn" href={hrefIn(frame, 'schedule/bookings')}>
        Bookings
      </Link>
      <SidePanel id="new" label="Add machine or rig" icon={ADD} title="New machine or rig">
        <MachineForm key={machines.length} {...fixed} id={null} version={null} values={NEW_RESOURCE} />
      </SidePanel>
    </>
  );
}

import { heatOrderOf } from '@/areas/event';
import { loadRig } from '@/areas/bench';
import { RunEntry } from '@/areas/bench/ui/RunEntry';
import { openEvent } from '@/areas/event/write/actions';
import { openSheet, type SheetProps } from '@/shell/frame';
import { allowed, seatHere } from '@/server/access';
import { pool } from '@/db/connection';
import { ActButton } from '@/ui/forms/ActButton';
import { PageTitle } from '@/ui/sheet/PageTitle';
import { Live } from '@/ui/live/Live';
import { Entering } from '@/ui/outbox/Entering';
import { FieldPages } from '@/ui/outbox/FieldPages';
import { RigHeader } from './RigHeader';

export default async function EnterPage(props: SheetProps) {
  const seat = await seatHere((await props.params).project);
  const frame = await openSheet('/projects/[project]/bench/enter', props, {
    teamId: seat?.role === 'student' ? seat.teamId : null,
  });
  const { project } = frame.seat;
  const search = await props.searchParams;
  const section = frame.clock;
  const { events, alone, event, rig } = await loadRig(pool(), frame.seat, {
    eventId: search.event,
    protocolId: search.protocol,
    section,
    teams: frame.teams,
    now: frame.now,
    orderOf: heatOrderOf(pool(), project.id),
  });
  const header = (
    <RigHeader place={frame} events={events} alone={alone} eventId={event?.id} protocolId={rig?.protocol.id} />
  );
  if (!rig || !section) {
    return (
      <>
        {header}
        <main className="p-4">
          <PageTitle of={['Enter runs', project.title]} />
          <h1 className="mb-2">Enter runs</h1>
          There is no {section ? 'protocol' : 'section'} yet, so no run can be entered.
        </main>
      </>
    );
  }
  const opener = event && allowed(frame.seat, 'event.write') && (
    <ActButton
      act={openEvent}
      input={{ projectId: project.id, eventId: event.id, sectionId: section.id }}
      done={`${event.name} is open for section ${section.name}: runs count from now on.`}
    >
      Open {event.name} for section {section.name}
    </ActButton>
  );
  return (
    <>
      {header}
      <main>
        <PageTitle of={[`Enter runs of ${rig.event.name}`, project.title]} />
        <h1 className="sr-only">Enter runs of {rig.event.name}</h1>
        <Entering people={frame.people}>
          <RunEntry
            key={`${event?.id ?? rig.protocol.id} ${rig.protocol.version}`}
            {...rig}
            opener={opener}
            first={rig.runners.find((one) => one.teamId === frame.team?.id)?.teamId ?? null}
          />
        </Entering>
        <Live
          project={project.id}
          since={frame.revision?.number ?? 0}
          shows={['bench', 'event', 'builds', 'sessions']}
        />
        <FieldPages pages={frame.fieldPages} />
      </main>
    </>
  );
}

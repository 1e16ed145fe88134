import { heatsOf } from '@/areas/event';
import { loadRig } from '@/areas/bench';
import { RunEntry } from '@/areas/bench/ui/RunEntry';
import { openEvent } from '@/areas/event/write/actions';
import { openSheet, type SheetProps } from '@/shell/frame';
import { hrefIn } from '@/areas/course';
import { allowed, seatHere } from '@/server/access';
import { pool } from '@/db/connection';
import { ActButton } from '@/ui/forms/ActButton';
import { PageTitle } from '@/ui/sheet/PageTitle';
import { Live } from '@/ui/live/Live';
import { Entering } from '@/ui/outbox/Entering';
import { FieldPages } from '@/ui/outbox/FieldPages';
import { withQuery } from '@/core/format';

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
    orderOf: heatsOf(pool(), project.id),
  });
  const header = (
    <header className="bg-ink text-sheet px-3.5 py-2 flex flex-wrap gap-x-4 gap-y-1 items-center font-cond text-[15px]">
      <a href={hrefIn(frame, 'bench')} className="text-sheet underline">
        Bench
      </a>
      {events.map((one) => (
        <a
          key={one.id}
          href={withQuery(hrefIn(frame, 'bench/enter'), { event: one.id })}
          className={`text-sheet ${one.id === event?.id ? 'font-semibold underline' : ''}`}
          aria-current={one.id === event?.id ? 'true' : undefined}
        >
          {one.name}
        </a>
      ))}
      {alone.map((one) => (
        <a
          key={one.id}
          href={withQuery(hrefIn(frame, 'bench/enter'), { protocol: one.id })}
          className={`text-sheet ${one.id === rig?.protocol.id ? 'font-semibold underline' : ''}`}
          aria-current={one.id === rig?.protocol.id ? 'true' : undefined}
        >
          {one.name}
        </a>
      ))}
      <span className="ml-auto">{section ? `Section ${section.name}` : ''}</span>
    </header>
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

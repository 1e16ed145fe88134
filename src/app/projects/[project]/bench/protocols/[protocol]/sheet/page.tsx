import { notFound } from 'next/navigation';
import { loadRig, listProtocols } from '@/areas/bench';
import { SheetEntry } from '@/areas/bench/ui/SheetEntry';
import { BENCH_VIEWS, openSheet, ProjectFrame, type SheetProps } from '@/shell/frame';
import { allowed, seatHere, seesAll } from '@/server/access';
import { pool } from '@/db/connection';
import { Entering } from '@/ui/outbox/Entering';
import { Nothing } from '@/ui/sheet/Sheet';

export default async function SheetPage(props: SheetProps<{ protocol: string }>) {
  const { project, protocol: id } = await props.params;
  const seat = await seatHere(project);
  const frame = await openSheet('/projects/[project]/bench/protocols/[protocol]/sheet', props, {
    teamId: seat?.role === 'student' ? seat.teamId : null,
  });
  const protocol = (await listProtocols(pool(), frame.seat.project.id)).find((one) => one.id === id);
  if (!protocol) notFound();
  const rig = await loadRig(pool(), frame.seat, {
    protocolId: id,
    only: true,
    section: frame.clock,
    teams: frame.teams,
    now: frame.now,
  });
  const teams = frame.teams
    .filter(
      ({ id: teamId, sectionId }) =>
        allowed(frame.seat, 'run.write', { teamId }) && (!frame.section || sectionId === frame.section.id),
    )
    .map(({ name }) => name);
  return (
    <ProjectFrame
      shows={['bench']}
      frame={frame}
      sheet="bench"
      name="Bench"
      views={BENCH_VIEWS}
      title={`Type in a sheet: ${protocol.name}`}
      byTeam={false}
      about="runs that were written down by hand"
    >
      {rig.rig && teams.length > 0 ? (
        <Entering people={frame.people}>
          <SheetEntry
            key={`${id} ${protocol.currentVersion}`}
            projectId={frame.seat.project.id}
            teamId={seesAll(frame.seat) ? null : frame.seat.teamId}
            teams={teams}
            protocol={rig.rig.protocol}
            lines={protocol.runsWanted ?? 3}
            today={frame.today}
          />
        </Entering>
      ) : (
        <Nothing>There is no team yet that runs could be recorded of.</Nothing>
      )}
    </ProjectFrame>
  );
}

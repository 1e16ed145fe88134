import { notFound } from 'next/navigation';
import { openSheet, type SheetProps } from '@/shell/frame';
import { hrefIn, listTeams } from '@/areas/course';
import { Inspecting } from '@/areas/event/ui/inspections/Inspecting';
import { InspectionSheet } from '@/areas/event/ui/inspections/InspectionSheet';
import { loadInspecting, listInspectionPictures } from '@/areas/event';
import { Pictures } from '@/shell/pictures/Pictures';
import { isOfficialOfAny } from '@/areas/bench';
import { allowed, isId, seatHere } from '@/server/access';
import { Live } from '@/ui/live/Live';
import { Entering } from '@/ui/outbox/Entering';
import { pool } from '@/db/connection';

export default async function InspectTeamPage(props: SheetProps<{ team: string }>) {
  const { project: projectId, team: id } = await props.params;
  const known = await seatHere(projectId);
  const official = known !== null && (await isOfficialOfAny(pool(), known));
  const frame = await openSheet('/projects/[project]/event/inspection/[team]', props, {
    teamId: isId(id) ? id : null,
    official,
  });
  const { seat } = frame;
  const teams = await listTeams(pool(), seat.project.id);
  const team = teams.find((one) => one.id === id);
  if (!team) notFound();
  const [inspecting, pictures] = await Promise.all([
    loadInspecting(pool(), seat, team),
    listInspectionPictures(pool(), seat.project.id, team.id),
  ]);
  const hrefOf = (of: string) => hrefIn(frame, `event/inspection/${of}`, { team: null, section: null });
  const others = teams.filter(
    (one) => one.sectionId === team.sectionId && allowed(seat, 'inspection.write', { teamId: one.id, official }),
  );
  return (
    <>
      <InspectionSheet
        team={team}
        teams={others}
        hrefOf={hrefOf}
        back={hrefIn(frame, 'event/inspection')}
        project={seat.project.title}
      >
        <Entering people={frame.people}>
          <Inspecting key={team.id} {...inspecting} />
        </Entering>
        {inspecting.pictures && <Pictures projectId={seat.project.id} pictures={pictures} writes of={team.name} />}
      </InspectionSheet>
      <Live project={seat.project.id} since={frame.revision?.number ?? 0} shows={['event']} />
    </>
  );
}

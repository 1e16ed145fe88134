import { allowed } from '@/server/access';
import { readInspections, deviceOf } from '@/areas/event/read/inspections';
import { listRequirements, agreedOn, limitOf } from '@/areas/brief';
import { listInstruments, isOfficialOfAny } from '@/areas/bench';
import { stopNow } from '@/areas/safety';
import type { Sql } from '@/db/connection';
import type { Place } from '@/areas/course';

/** What the page “Inspection” shows. */
export async function readInspectionPage(sql: Sql, frame: Place) {
  const { seat, section, team } = frame;
  const { project } = seat;
  const leads = allowed(seat, 'event.write');
  const [inspected, requirements, instruments, stop, official] = await Promise.all([
    readInspections(sql, project.id),
    leads ? listRequirements(sql, project.id) : [],
    leads ? listInstruments(sql, project.id) : [],
    stopNow(sql, project.id),
    isOfficialOfAny(sql, seat),
  ]);
  const { checks } = inspected;
  const teams = frame.teams.filter(
    (one) => (!section || one.sectionId === section.id) && (!team || one.id === team.id),
  );
  const cleared = teams.filter((one) => deviceOf(inspected, one.id).mayStart).length;
  const offers = {
    requirements: agreedOn(requirements)
      .filter((one) => limitOf(one))
      .map((one) => [one.id, `${one.code} ${one.statement}`] as const),
    instruments: instruments.map(({ id, name }) => [id, name] as const),
  };
  const place = { projectId: project.id };
  return { leads, inspected, stop, official, checks, teams, cleared, offers, place };
}

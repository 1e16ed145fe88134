import { listProtocols, countRunsByVersion, type Quantity } from '@/areas/bench/read/protocols';
import { listRequirements, agreedOn } from '@/areas/brief';
import { readSafety, hazardsOf } from '@/areas/safety';
import { notFound } from 'next/navigation';
import { coarseText, readingUncertainty } from '@/core/bench';
import { allowed } from '@/server/access';
import type { Sql } from '@/db/connection';
import type { Place } from '@/areas/course';

/** What the page “Protocol” shows. */
export async function readProtocolPage(sql: Sql, frame: Place, { id }: { id: string }) {
  const { seat, teams, section } = frame;
  const project = seat.project.id;
  const [protocols, requirements, safety, made] = await Promise.all([
    listProtocols(sql, project),
    listRequirements(sql, project),
    readSafety(sql, project),
    countRunsByVersion(sql, project),
  ]);
  const protocol = protocols.find((one) => one.id === id);
  if (!protocol) notFound();
  const hazards = hazardsOf(safety.hazards, 'protocols', id);
  const verifies = (of: Quantity) => agreedOn(requirements).filter(({ parameterId }) => parameterId === of.parameterId);
  const coarse = protocol.quantities.flatMap((of) =>
    of.instrumentName === null
      ? []
      : verifies(of).flatMap(
          (one) => coarseText(of.instrumentName!, readingUncertainty(of, of.unit), of.unit, one, one.code) ?? [],
        ),
  );
  const versions = [
    ...protocol.versions.filter(({ number: of }) => of !== protocol.currentVersion),
    { number: protocol.currentVersion, conditions: protocol.conditions },
  ].sort((a, b) => b.number - a.number);
  const names = teams.filter((one) => !section || one.sectionId === section.id).map(({ name }) => name);
  const writes = allowed(seat, 'run.write', { teamId: seat.teamId ?? teams[0]?.id ?? null });
  return { made, protocol, hazards, verifies, coarse, versions, names, writes };
}

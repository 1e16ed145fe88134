import { Inspecting } from '@/areas/event/ui/inspections/Inspecting';
import { InspectionSheet } from '@/areas/event/ui/inspections/InspectionSheet';
import { loadInspecting } from '@/areas/event';
import { OfficialLive } from '@/areas/event/ui/contests/OfficialLive';
import { listTeams } from '@/areas/course';
import { enterByLink } from '@/server/access';
import { Entering } from '@/ui/outbox/Entering';
import { Plain } from '@/ui/sheet/Plain';
import { pool } from '@/db/connection';

interface Props {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}

/** The entry inspection for an official without an account. */
export default async function OfficialInspectionPage({ searchParams }: Props) {
  const seat = await enterByLink('official.page');
  const { project, actor } = seat;
  const [teams, search] = await Promise.all([listTeams(pool(), project.id), searchParams]);
  const team = teams.find(({ id }) => id === search.team) ?? teams[0];
  const inspecting = team && (await loadInspecting(pool(), seat, team));
  if (!team || !inspecting || inspecting.checks.length === 0)
    return (
      <Plain title="Entry inspection" about={project.title}>
        <p>Nothing is inspected here at present. Your instructor says what is looked at, under Event, Inspection.</p>
      </Plain>
    );
  return (
    <>
      <InspectionSheet
        team={team}
        teams={teams}
        hrefOf={(id) => `/official/inspection?team=${id}`}
        back="/official"
        project={`${project.title}, official`}
      >
        <Entering people={[{ id: actor.id, name: actor.name }]}>
          <Inspecting key={team.id} {...inspecting} />
        </Entering>
      </InspectionSheet>
      <OfficialLive />
    </>
  );
}

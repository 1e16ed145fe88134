import { Vote } from '@/areas/standings/ui/awards/Vote';
import { listTeams } from '@/areas/course';
import { enterByLink } from '@/server/access';
import { Plain } from '@/ui/sheet/Plain';
import { pool } from '@/db/connection';

/** Everybody who watches votes here, once a device. */
export default async function AudiencePage() {
  const { project } = await enterByLink('audience.page');
  const teams = await listTeams(pool(), project.id);
  return (
    <Plain
      title="Your vote"
      tab={`Vote · ${project.title}`}
      about={`${project.title}: choose the team that convinced you most. One vote a device; you can change it.`}
    >
      <Vote projectId={project.id} teams={teams.map(({ id, name, colour }) => ({ id, name, colour }))} />
    </Plain>
  );
}

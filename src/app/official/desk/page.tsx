import { DeskSheet } from '@/areas/event/ui/contests/DeskSheet';
import { linkOpens } from '@/areas/event/write/contests/commands';
import { loadDesk, listContests } from '@/areas/event';
import { OfficialLive } from '@/areas/event/ui/contests/OfficialLive';
import { enterByLink } from '@/server/access';
import { Plain } from '@/ui/sheet/Plain';
import { pool } from '@/db/connection';

interface Props {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}

/** The desk of a contest for an official without an account. */
export default async function OfficialDeskPage({ searchParams }: Props) {
  const seat = await enterByLink('official.page');
  const { project, actor } = seat;
  const [all, search] = await Promise.all([listContests(pool(), project.id), searchParams]);
  const mine = all.filter((one) => one.openedAt && one.format !== 'lanes' && linkOpens(seat, one));
  const contest = mine.find(({ id }) => id === search.contest) ?? mine[0];
  const desk = contest ? await loadDesk(pool(), seat, contest) : null;
  if (!contest || !desk)
    return (
      <Plain title="Desk" about={project.title}>
        <p>No contest is open at present. Your instructor opens it when it begins.</p>
      </Plain>
    );
  return (
    <>
      <DeskSheet
        contest={contest}
        desk={desk}
        contests={mine.map(({ id, name }) => ({ id, name, href: `/official/desk?contest=${id}` }))}
        back="/official"
        people={[{ id: actor.id, name: actor.name }]}
        project={`${project.title}, official`}
      />
      <OfficialLive />
    </>
  );
}

import { notFound } from 'next/navigation';
import { DeskSheet } from '@/areas/event/ui/contests/DeskSheet';
import { deskTarget } from '@/areas/event/write/contests/commands';
import { contestAsked, loadDesk, listContests } from '@/areas/event';
import { openSheet, type SheetProps } from '@/shell/frame';
import { hrefIn } from '@/areas/course';
import { seatHere } from '@/server/access';
import { Live } from '@/ui/live/Live';
import { pool } from '@/db/connection';

export default async function DeskPage(props: SheetProps<{ contest: string }>) {
  const { project: projectId, contest: id } = await props.params;
  const known = await seatHere(projectId);
  const target = known && (await deskTarget(pool(), { contestId: id }, known.project.id, known));
  const frame = await openSheet('/projects/[project]/event/contests/[contest]/desk', props, target ?? {});
  const { seat } = frame;
  const contest = await contestAsked(pool(), seat.project.id, id);
  if (contest?.id !== id) notFound();
  const [desk, all] = await Promise.all([loadDesk(pool(), seat, contest), listContests(pool(), seat.project.id)]);
  const contests = all.filter(({ openedAt, format }) => openedAt && format !== 'lanes');
  const hrefOf = (of: string) => hrefIn(frame, `event/contests/${of}/desk`, { team: null, section: null });
  return (
    <>
      <DeskSheet
        contest={contest}
        desk={desk}
        contests={contests.map((one) => ({ id: one.id, name: one.name, href: hrefOf(one.id) }))}
        back={hrefIn(frame, `event/contests/${contest.id}`)}
        people={frame.people}
        project={seat.project.title}
      />
      <Live project={seat.project.id} since={frame.revision?.number ?? 0} shows={['event', 'sessions']} />
    </>
  );
}

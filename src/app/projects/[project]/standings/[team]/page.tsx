import { notFound } from 'next/navigation';
import { openSheet, ProjectFrame, type SheetProps } from '@/shell/frame';
import { hrefIn, listTeams } from '@/areas/course';
import { lastPublication, standingsOf, loadStandings } from '@/areas/standings';
import { Trace } from '@/areas/standings/ui/Trace';
import { enter } from '@/server/access';
import { listIterations } from '@/areas/builds';
import { listRequirements } from '@/areas/brief';
import { listQuantities, listAttempts, listRunGroupsOf } from '@/areas/bench';
import { pool } from '@/db/connection';

export default async function TracePage(props: SheetProps<{ team: string }>) {
  const { project, team: id } = await props.params;
  const seat = await enter(project, 'project.read');
  const team = (await listTeams(pool(), project)).find((one) => one.id === id);
  if (!team) notFound();
  const published = await lastPublication(pool(), project, seat.sectionId);
  const frame = await openSheet('/projects/[project]/standings/[team]', props, {
    teamId: team.id,
    released: published !== null,
  });
  const { section } = await props.searchParams;
  const sectionId = frame.seat.role === 'instructor' && section === team.sectionId ? team.sectionId : null;
  const [standings, attempts, iterations, protocols, requirements] = await Promise.all([
    frame.seat.role === 'instructor' || !published
      ? loadStandings(pool(), frame.seat.project, sectionId)
      : standingsOf(published),
    listAttempts(pool(), project),
    listIterations(pool(), project),
    listQuantities(pool(), project),
    listRequirements(pool(), project),
  ]);
  const ours = iterations.filter(({ teamId }) => teamId === team.id).map(({ id }) => id);
  const runs = await listRunGroupsOf(pool(), project, ours.sort());
  return (
    <ProjectFrame
      shows={['bench', 'builds', 'event', 'grades', 'requirements', 'standings']}
      frame={frame}
      sheet="standings"
      name="Standings"
      title={`Where ${team.name}’s place comes from`}
      byTeam={false}
      about={frame.seat.role === 'student' ? 'as published' : undefined}
    >
      {standings.table.length === 0 ? (
        <p className="faint">There are no standings yet.</p>
      ) : (
        <Trace
          team={team}
          standings={standings}
          attempts={attempts}
          runs={runs}
          iterations={iterations}
          protocols={protocols}
          requirements={requirements}
          normalised={frame.seat.project.normaliseWeights}
          href={(sheet) => hrefIn(frame, sheet)}
          seesJudges={frame.seat.role === 'instructor'}
        />
      )}
    </ProjectFrame>
  );
}

import { enter } from '@/server/access';
import { listTeams } from '@/areas/course';
import { notFound } from 'next/navigation';
import { lastPublication } from '@/areas/standings';
import { openSheet, type SheetProps, ProjectFrame } from '@/shell/frame';
import { pool } from '@/db/connection';
import { readTracePage } from '@/areas/standings/read/pages/trace';
import { TraceView } from '@/areas/standings/ui/pages/TraceView';

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
  const found = await readTracePage(pool(), frame, { project, id, team, published, section });

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
      <TraceView {...found} frame={frame} team={team} />
    </ProjectFrame>
  );
}

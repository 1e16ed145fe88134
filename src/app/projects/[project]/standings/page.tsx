import { openSheet, ProjectFrame, type SheetProps } from '@/shell/frame';
import { hrefIn } from '@/areas/course';
import { lastPublication } from '@/areas/standings';
import { StandingTable } from '@/areas/standings/ui/StandingTable';
import { enter } from '@/server/access';
import { inZone } from '@/server/clock';
import { moment } from '@/core/format';
import { Nothing } from '@/ui/sheet/Sheet';
import { pool } from '@/db/connection';
import { LiveStandings } from './LiveStandings';

export default async function StandingsPage(props: SheetProps) {
  const { project } = await props.params;
  const publication = await lastPublicationFor(project);
  const frame = await openSheet('/projects/[project]/standings', props, { released: true });
  if (frame.seat.role === 'instructor') return <LiveStandings frame={frame} published={publication} />;
  return (
    <ProjectFrame
      shows={['bench', 'builds', 'event', 'grades', 'links', 'standings']}
      frame={frame}
      sheet="standings"
      name="Standings"
      byTeam={false}
      about={
        publication ? `published ${moment(inZone(publication.publishedAt, frame.seat.project.timeZone))}` : undefined
      }
    >
      {publication ? (
        <StandingTable rows={publication.rows} components={Object.keys(publication.rows[0]?.parts ?? {})} href={null} />
      ) : (
        <Nothing>The standings appear here once the instructor has published them.</Nothing>
      )}
      {publication && frame.seat.teamId && (
        <p className="mt-3">
          <a href={hrefIn(frame, `standings/${frame.seat.teamId}`)}>Where your team’s points come from</a>
        </p>
      )}
    </ProjectFrame>
  );
}

async function lastPublicationFor(projectId: string) {
  const seat = await enter(projectId, 'project.read');
  return lastPublication(pool(), projectId, seat.sectionId);
}

import { eventViews, openSheet, ProjectFrame, type SheetProps } from '@/shell/frame';
import { Certificate } from '@/areas/standings/ui/awards/Certificate';
import { loadAwards } from '@/areas/standings';
import { loadDay } from '@/areas/event';
import { listStudents } from '@/areas/course';
import { Nothing } from '@/ui/sheet/Sheet';
import { PrintButton } from '@/ui/PrintButton';
import { momentOfEntry } from '@/server/clock';
import { plural } from '@/core/format';
import { pool } from '@/db/connection';

export default async function CertificatesPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/event/awards/certificates', props);
  const { seat } = frame;
  const { project } = seat;
  const day = await loadDay(pool(), project, momentOfEntry(project, frame.now, 0).getTime());
  const [awards, students] = await Promise.all([
    loadAwards(pool(), project, day.contests),
    listStudents(pool(), project.id),
  ]);
  const all = awards.flatMap(({ award, winners }) =>
    winners.map(({ teamId, because }) => ({
      award,
      because,
      team: day.teams.find((one) => one.id === teamId),
      members: students.filter((one) => one.teamId === teamId).map(({ name }) => name),
    })),
  );
  return (
    <ProjectFrame
      shows={['bench', 'event', 'grades', 'standings']}
      frame={frame}
      sheet="event"
      name="Event"
      view="event/awards"
      views={eventViews(seat.role)}
      title="Certificates"
      byTeam={false}
      about={plural(all.length, 'certificate')}
      actions={all.length > 0 && <PrintButton>Print certificates</PrintButton>}
    >
      {all.length === 0 && <Nothing>A certificate is made for each award once it is known who gets it.</Nothing>}
      {all.map(({ award, because, team, members }) => (
        <Certificate
          key={`${award.id} ${team?.id ?? ''}`}
          project={project}
          award={award.name}
          because={because}
          trophy={award.trophy}
          team={team?.name ?? 'a team that left'}
          colour={team?.colour ?? 0}
          members={members}
        />
      ))}
    </ProjectFrame>
  );
}

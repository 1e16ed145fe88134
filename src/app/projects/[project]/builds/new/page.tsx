import { notFound } from 'next/navigation';
import { IterationForm } from '@/areas/builds/ui/IterationForm';
import { loadIterationForm, listIterations, newIterationForm } from '@/areas/builds';
import { openSheet, ProjectFrame, type SheetProps } from '@/shell/frame';
import { hrefIn } from '@/areas/course';
import { pacesOf, listStages } from '@/areas/plan';
import { readSafety } from '@/areas/safety';
import { Cautions } from '@/ui/sheet/Cautions';
import { seatHere } from '@/server/access';
import { pool } from '@/db/connection';

export default async function NewIterationPage(props: SheetProps) {
  const { project } = await props.params;
  const seat = await seatHere(project);
  const { team: asked, from } = await props.searchParams;
  const frame = await openSheet('/projects/[project]/builds/new', props, {
    teamId: seat?.role === 'student' ? seat.teamId : null,
  });
  const mine = frame.seat.role === 'student' ? frame.teams.filter((one) => one.id === frame.seat.teamId) : frame.teams;
  const teams = mine.filter((one) => !asked || one.id === asked);
  if (teams.length === 0) notFound();
  const ids = teams.map(({ id }) => id);
  const { measurements, ...form } = await loadIterationForm(pool(), frame.seat.project, ids, null);
  const [stages, safety] = await Promise.all([listStages(pool(), project), readSafety(pool(), project)]);
  const when = { eventDate: frame.seat.project.eventDate, now: frame.now };
  const at = new Set(pacesOf(frame.sections, teams, stages, when).map((pace) => pace.current?.id));
  const hazards = safety.hazards.filter((hazard) => hazard.stages.some((id) => at.has(id)));
  const own = (await listIterations(pool(), project)).filter(({ teamId }) => ids.includes(teamId));
  // The one that is asked for, or the newest of the only team.
  const parent = own.find(({ id }) => id === from) ?? (teams.length === 1 ? own.at(-1) : undefined);
  const values = newIterationForm({
    teamId: parent?.teamId ?? teams[0]!.id,
    from: parent,
    today: frame.today,
    makerId: frame.seat.role === 'student' ? frame.seat.actor.id : '',
  });
  return (
    <ProjectFrame
      shows={['bench', 'builds', 'plan', 'requirements', 'safety']}
      frame={frame}
      sheet="builds"
      name="Builds"
      title={teams.length === 1 ? `New iteration of ${teams[0]!.name}` : 'New iteration'}
      byTeam={false}
    >
      <Cautions hazards={hazards} />
      <IterationForm
        key={values.teamId + values.parentId}
        projectId={project}
        id={null}
        version={null}
        values={{ ...values, measurements }}
        teams={teams.map(({ id, name }) => ({ id, name }))}
        {...form}
        back={hrefIn(frame, 'builds')}
      />
    </ProjectFrame>
  );
}

import { SidePanel } from '@/ui/kit/SidePanel';
import { Link } from '@/ui/Link';
import { openSheet, ProjectFrame, safetyViews, type SheetProps } from '@/shell/frame';
import { hrefIn, listStudents } from '@/areas/course';
import { SignOffForm } from '@/areas/safety/ui/SignOffForm';
import { SignOffTable } from '@/areas/safety/ui/SignOffTable';
import { readSafety } from '@/areas/safety';
import { shortName } from '@/core/format';
import { Nothing } from '@/ui/sheet/Sheet';
import { pool } from '@/db/connection';

export default async function SignOffsPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/safety/sign-offs', props);
  const { project, role, teamId, actor } = frame.seat;
  const leads = role === 'instructor';
  const [safety, everybody] = await Promise.all([readSafety(pool(), project.id), listStudents(pool(), project.id)]);
  const students = everybody.filter((one) =>
    leads
      ? (!frame.section || one.sectionId === frame.section.id) && (!frame.team || one.teamId === frame.team.id)
      : one.accountId === actor.id || (teamId !== null && one.teamId === teamId),
  );
  const trainings = safety.hazards.filter((hazard) => hazard.needsTraining);
  const nameOf = new Map(frame.teams.map((team) => [team.id, team.name]));
  return (
    <ProjectFrame
      shows={['safety']}
      frame={frame}
      sheet="safety"
      name="Safety"
      view="safety/sign-offs"
      views={safetyViews(role)}
      title="Training sign-offs"
      byTeam={leads}
      about="no booking and no start of work without them"
      actions={
        leads &&
        trainings.length > 0 &&
        students.length > 0 && (
          <SidePanel id="new" label="Sign students off" title="Sign students off" className="btn btn-go">
            <SignOffForm
              key={safety.signOffs.length}
              projectId={project.id}
              today={frame.today}
              trainings={trainings.map(({ id, name }) => [id, name] as const)}
              people={students
                .map(
                  ({ accountId, teamId: of, name }) =>
                    [accountId, [of && nameOf.get(of), shortName(name)].filter(Boolean).join(': ')] as const,
                )
                .sort((one, other) => (one[1] < other[1] ? -1 : 1))}
            />
          </SidePanel>
        )
      }
    >
      {trainings.length === 0 && (
        <Nothing
          step={
            leads ? (
              <Link className="btn btn-go" href={hrefIn(frame, 'safety')}>
                To the hazards
              </Link>
            ) : undefined
          }
        >
          No hazard of this project asks for a training that is signed off.
        </Nothing>
      )}
      {trainings.length > 0 && students.length === 0 && <Nothing>No students yet.</Nothing>}
      {trainings.length > 0 && students.length > 0 && (
        <SignOffTable
          projectId={project.id}
          safety={safety}
          teams={frame.teams}
          students={students}
          today={frame.today}
          leads={leads}
        />
      )}
    </ProjectFrame>
  );
}

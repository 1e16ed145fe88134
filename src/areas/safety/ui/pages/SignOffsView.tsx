import { Nothing } from '@/ui/sheet/Sheet';
import { Link } from '@/ui/Link';
import { hrefIn, type Place } from '@/areas/course';
import { SignOffTable } from '@/areas/safety/ui/SignOffTable';
import { SidePanel } from '@/ui/kit/SidePanel';
import { SignOffForm } from '@/areas/safety/ui/SignOffForm';
import { shortName } from '@/core/format';
import type { readSignOffsPage } from '@/areas/safety/read/pages/signOffs';

type Props = Awaited<ReturnType<typeof readSignOffsPage>> & { frame: Place };

/** The content of the page “SignOffs”. */
export function SignOffsView({ leads, safety, students, trainings, frame }: Props) {
  const { project } = frame.seat;

  return (
    <>
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
    </>
  );
}

/** What stands at the page’s head as actions. */
export function SignOffsActions({ safety, students, trainings, nameOf, frame }: Props) {
  const { project } = frame.seat;

  return (
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
  );
}

import { openSheet, ProjectFrame, requirementViews, type SheetProps } from '@/shell/frame';
import { hrefIn } from '@/areas/course';
import { WeightsForm } from '@/areas/brief/ui/requirements/Weights';
import { readJudgements, inForce, listRequirements } from '@/areas/brief';
import { Nothing } from '@/ui/sheet/Sheet';
import { Link } from '@/ui/Link';
import { pool } from '@/db/connection';

export default async function WeightsPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/requirements/weights', props);
  const { id } = frame.seat.project;
  const [requirements, judgements] = [inForce(await listRequirements(pool(), id)), await readJudgements(pool(), id)];
  const codes = new Set(requirements.map((one) => one.code));
  const weighed = requirements.filter((one) => one.weight !== null);
  return (
    <ProjectFrame
      shows={['requirements']}
      frame={frame}
      sheet="requirements"
      name="Weights"
      views={requirementViews(frame.seat.role)}
      view="requirements/weights"
      about={requirements.length ? `${weighed.length} of ${requirements.length} requirements have a weight` : undefined}
      byTeam={false}
    >
      {requirements.length === 0 ? (
        <Nothing
          step={
            <Link className="btn btn-go" href={hrefIn(frame, 'requirements/edit')}>
              Add a requirement
            </Link>
          }
        >
          Weights say how much each requirement counts when concepts are compared. There is nothing to weigh yet.
        </Nothing>
      ) : (
        <>
          <p className="faint mb-2 max-w-3xl">
            Share out 100 points, or write any weights down; only their proportions count. A requirement without a
            weight is a condition: it must be met, and is not traded against others.
          </p>
          <WeightsForm
            projectId={id}
            rows={requirements.map(({ id, code, statement, version, weight }) => ({
              id,
              code,
              statement,
              version,
              weight: weight === null ? '' : String(weight),
            }))}
            judgements={judgements.filter(({ a, b }) => codes.has(a) && codes.has(b))}
          />
        </>
      )}
    </ProjectFrame>
  );
}

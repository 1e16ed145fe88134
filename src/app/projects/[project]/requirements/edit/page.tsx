import { notFound } from 'next/navigation';
import { listStatements } from '@/features/brief/queries';
import { hrefIn, openSheet, ProjectFrame, type SheetProps } from '@/features/frame';
import { RequirementForm } from '@/features/requirements/RequirementForm';
import { listParameters } from '@/features/requirements/queries';
import { requirementForm } from '@/features/requirements/toForm';
import { listRequirements } from '@/server/records/requirements';

export default async function EditRequirementPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/requirements/edit', props);
  const { project } = frame.seat;
  const [requirements, parameters, statements] = await Promise.all([
    listRequirements(project.id),
    listParameters(project.id),
    listStatements(project.id),
  ]);
  const { id } = await props.searchParams;
  const known = requirements.find((one) => one.id === id);
  if (id && !known) notFound();
  const values = known
    ? requirementForm({ ...known })
    : {
        ...requirementForm({ code: nextCode(requirements.map((r) => r.code)) }),
        kind: 'max',
        priority: 'must',
        decision: 'guarded',
        state: 'agreed',
        source: statements.length ? 'client' : 'rule',
      };
  return (
    <ProjectFrame
      frame={frame}
      sheet="requirements"
      name="Requirements"
      title={known ? `Requirement ${known.code}` : 'New requirement'}
      byTeam={false}
    >
      <RequirementForm
        key={known?.version ?? 'new'}
        projectId={project.id}
        id={known?.id ?? null}
        version={known?.version ?? null}
        values={values}
        parameters={parameters}
        statements={statements.map(({ id, sentence }) => ({ id, sentence }))}
        system={project.units}
        back={hrefIn(frame, 'requirements')}
      />
    </ProjectFrame>
  );
}

function nextCode(codes: string[]): string {
  const numbers = codes.flatMap((code) => (/^R-\d+$/.test(code) ? [Number(code.slice(2))] : []));
  return `R-${String(Math.max(0, ...numbers) + 1).padStart(2, '0')}`;
}

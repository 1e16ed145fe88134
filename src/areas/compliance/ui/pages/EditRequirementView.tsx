import { RequirementForm } from '@/areas/brief/ui/requirements/RequirementForm';
import { shortName } from '@/core/format';
import { inForce } from '@/areas/brief';
import { hrefIn, type Place } from '@/areas/course';
import { Touches } from '@/areas/compliance/ui/Touches';
import type { readEditRequirementPage } from '@/areas/compliance/read/pages/editRequirement';

type Props = Awaited<ReturnType<typeof readEditRequirementPage>> & { frame: Place; id: string | string[] | undefined };

/** The content of the page “EditRequirement”. */
export function EditRequirementView({
  leads,
  requirements,
  parameters,
  statements,
  research,
  protocols,
  owners,
  known,
  said,
  values,
  frame,
}: Props) {
  const { project } = frame.seat;

  return (
    <RequirementForm
      key={known?.version ?? said?.id ?? 'new'}
      projectId={project.id}
      id={known?.id ?? null}
      version={known?.version ?? null}
      values={values}
      parameters={parameters}
      statements={statements.map(({ id, sentence }) => ({ id, sentence }))}
      research={research.map(({ id, title }) => ({ id, title }))}
      protocols={protocols.map(({ id, name, parameterId }) => ({ id, name, parameterId }))}
      owners={owners.map(({ id, name }) => ({ id, name: shortName(name) }))}
      others={inForce(requirements)
        .filter((one) => one.id !== known?.id)
        .map(({ code, statement: text }) => ({ code, text }))}
      system={project.units}
      currency={project.currency}
      back={hrefIn(frame, 'requirements')}
      proposes={!leads}
      agreed={known?.state === 'agreed' || known?.state === 'changed'}
      touches={known && <Touches projectId={project.id} id={known.id} version={known.version} first={values} />}
    />
  );
}

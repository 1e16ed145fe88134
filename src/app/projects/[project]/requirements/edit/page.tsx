import { Touches } from '@/areas/compliance/ui/Touches';
import { notFound } from 'next/navigation';
import { openSheet, ProjectFrame, requirementViews, type SheetProps } from '@/shell/frame';
import { hrefIn } from '@/areas/course';
import {
  listStatements,
  listOwners,
  listParameters,
  requirementForm,
  sourceForm,
  inForce,
  listRequirements,
  listResearch,
} from '@/areas/brief';
import { RequirementForm } from '@/areas/brief/ui/requirements/RequirementForm';
import { allowed } from '@/server/access';
import { listQuantities } from '@/areas/bench';
import { shortName } from '@/core/format';
import { pool } from '@/db/connection';

export default async function EditRequirementPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/requirements/edit', props);
  const { project, role } = frame.seat;
  const leads = role === 'instructor';
  const [requirements, parameters, statements, research, protocols, owners] = await Promise.all([
    listRequirements(pool(), project.id),
    listParameters(pool(), project.id),
    listStatements(pool(), project.id),
    listResearch(pool(), project.id),
    listQuantities(pool(), project.id),
    leads ? listOwners(pool(), project.id) : [],
  ]);
  const { id, statement } = await props.searchParams;
  const known = requirements.find((one) => one.id === id);
  if (id && !known) notFound();
  if (known && !leads && !(known.state === 'proposed' && allowed(frame.seat, 'requirement.change', known))) notFound();
  const said = statements.find((one) => one.id === statement);
  const source = said
    ? { kind: 'client', statementId: said.id, researchId: '', note: '' }
    : { kind: statements.length ? 'client' : 'rule', statementId: '', researchId: '', note: '' };
  const values = known
    ? { ...requirementForm({ ...known }), sources: sourceForm(known.sources) }
    : {
        ...requirementForm({ code: nextCode(requirements.map((r) => r.code)) }),
        kind: 'max',
        priority: 'must',
        decision: 'guarded',
        state: leads ? 'agreed' : 'proposed',
        sources: [source],
      };
  return (
    <ProjectFrame
      shows={['bench', 'interview', 'requirements']}
      frame={frame}
      sheet="requirements"
      name="Requirements"
      title={known ? `Requirement ${known.code}` : leads ? 'New requirement' : 'Propose a requirement'}
      about={said && `from “${said.sentence.length > 120 ? `${said.sentence.slice(0, 118)} …` : said.sentence}”`}
      views={requirementViews(role)}
      byTeam={false}
    >
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
    </ProjectFrame>
  );
}

function nextCode(codes: string[]): string {
  const numbers = codes.flatMap((code) => (/^R-\d+$/.test(code) ? [Number(code.slice(2))] : []));
  return `R-${String(Math.max(0, ...numbers) + 1).padStart(2, '0')}`;
}

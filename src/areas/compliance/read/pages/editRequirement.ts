import {
  listRequirements,
  listParameters,
  listStatements,
  listResearch,
  listOwners,
  requirementForm,
  sourceForm,
} from '@/areas/brief';
import { listQuantities } from '@/areas/bench';
import { notFound } from 'next/navigation';
import { allowed } from '@/server/access';
import type { Sql } from '@/db/connection';
import type { Place } from '@/areas/course';

/** What the page “EditRequirement” shows. */
export async function readEditRequirementPage(
  sql: Sql,
  frame: Place,
  { id, statement }: { id: string | string[] | undefined; statement: string | string[] | undefined },
) {
  const { project, role } = frame.seat;
  const leads = role === 'instructor';
  const [requirements, parameters, statements, research, protocols, owners] = await Promise.all([
    listRequirements(sql, project.id),
    listParameters(sql, project.id),
    listStatements(sql, project.id),
    listResearch(sql, project.id),
    listQuantities(sql, project.id),
    leads ? listOwners(sql, project.id) : [],
  ]);
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
  return { leads, requirements, parameters, statements, research, protocols, owners, known, said, values };
}

function nextCode(codes: string[]): string {
  const numbers = codes.flatMap((code) => (/^R-\d+$/.test(code) ? [Number(code.slice(2))] : []));
  return `R-${String(Math.max(0, ...numbers) + 1).padStart(2, '0')}`;
}

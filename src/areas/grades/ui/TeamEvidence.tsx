import { measured, plural, quantity, VERDICT_WORD } from '@/core/format';
import type { Sql } from '@/db/connection';
import { listLatestIterations } from '@/areas/builds';
import { listQuantities, listRunGroups } from '@/areas/bench';
import { verdictsFor } from '@/areas/compliance';
import { listRequirements } from '@/areas/brief';
import { Fold } from '@/ui/sheet/Fold';

/** What the record says of a team, beside the rubric that is being scored: no names of students. */
export async function TeamEvidence({ sql, projectId, teamId }: { sql: Sql; projectId: string; teamId: string }) {
  const [iterations, requirements, protocols, runs] = await Promise.all([
    listLatestIterations(sql, projectId),
    listRequirements(sql, projectId),
    listQuantities(sql, projectId),
    listRunGroups(sql, projectId),
  ]);
  const newest = iterations.find((one) => one.teamId === teamId);
  if (!newest) return <p className="faint mb-3">Nothing is recorded for this team yet.</p>;
  const verdicts = verdictsFor(requirements, newest, { protocols, runs }).filter(
    (one) => one.verdict !== 'not-measured',
  );
  const own = runs.filter((one) => one.iterationId === newest.id);
  const nameOf = (quantityId: string) => protocols.find((one) => one.quantityId === quantityId);
  return (
    <Fold
      label={`Evidence of the team: iteration ${newest.number}, ${plural(verdicts.length, 'verdict')}`}
      className="mb-3 border-b border-rule pb-2"
    >
      <p className="text-sm">
        {newest.change}
        {newest.reason && `. ${newest.reason}`}
      </p>
      <ul className="text-sm">
        {verdicts.map(({ requirement, verdict, value, answer, uncertainty }) => (
          <li key={requirement.id}>
            {requirement.code} {requirement.statement}:{' '}
            {answer === null ? measured(value, uncertainty, requirement.unit) : answer ? 'yes' : 'no'},{' '}
            {VERDICT_WORD[verdict]}
          </li>
        ))}
        {own.map((one) => (
          <li key={`${one.quantityId} ${one.protocolVersion} ${String(one.newest)}`}>
            {nameOf(one.quantityId)?.name}: {plural(one.values.length, 'run')}, mean{' '}
            {quantity(one.values.reduce((sum, value) => sum + value, 0) / one.values.length, one.unit)}
          </li>
        ))}
      </ul>
    </Fold>
  );
}

import { listRequirements } from '@/domain/requirements/read';
import { listProtocols } from '@/domain/bench/read';
import { listStudents, listTeams } from '@/domain/classes/read';
import { listChanges, listIterations, type Change, type Iteration } from './read';
import { offeredUnits } from '@/core/dimensions';
import type { Dimension } from '@/core/units';
import type { Project } from '@/server/access';
import { shortName, limitText } from '@/core/format';
import { type Sql } from '@/db/connection';

/**
 * Everything the form of an iteration offers: what can be measured on it, with which instrument, and of the teams it may be
 * of who may have made it and on what it is built.
 */
export async function loadIterationForm(
  sql: Sql,
  { id: projectId, units, currency }: Project,
  teamIds: readonly string[],
  iteration: Iteration | null,
) {
  const [requirements, protocols, iterations, parameters, instruments, members, changes, teams] = await Promise.all([
    listRequirements(sql, projectId),
    listProtocols(sql, projectId),
    listIterations(sql, projectId),
    sql<
      { id: string; name: string; dimension: Dimension }[]
    >`select id, name, dimension from parameter where project_id = ${projectId} order by name`,
    sql<
      { id: string; name: string; dimension: string }[]
    >`select id, name, dimension from instrument where project_id = ${projectId} order by name`,
    listStudents(sql, projectId),
    listChanges(sql, projectId),
    listTeams(sql, projectId),
  ]);
  const ofTeam = ({ teamId }: { teamId: string | null }) => teamId !== null && teamIds.includes(teamId);
  // What it names already stays, whether or not that is released still.
  const named = new Set([
    ...(iteration?.parents.map(({ id }) => id) ?? []),
    ...changes.flatMap(({ iterationId, source }) => (source && iterationId === iteration?.id ? [source.id] : [])),
  ]);
  const open = iterations.filter((one) => ofTeam(one) || one.released || named.has(one.id));
  const tested = new Set(protocols.map((protocol) => protocol.parameterId));
  const measurable = parameters.filter(
    (p) => !tested.has(p.id) || iteration?.measurements.some((m) => m.parameterId === p.id),
  );
  const offered = measurable.map((parameter) => {
    const known = iteration?.measurements.find((m) => m.parameterId === parameter.id)?.unit;
    const asked = requirements.find((r) => r.parameterId === parameter.id)?.unit;
    const first = [known, asked].filter((unit) => unit != null);
    return [...new Set([...first, ...offeredUnits(parameter.dimension, units, currency)])];
  });
  return {
    instruments: [...instruments],
    members: members
      .filter(ofTeam)
      .map(({ accountId, teamId, name }) => ({ id: accountId, teamId, name: shortName(name) })),
    parents: open.map(({ id, teamId, number, change }) => ({ id, teamId, number, change })),
    teamNames: Object.fromEntries(teams.map(({ id, name }) => [id, name])),
    features: featureNames(changes, open),
    figures: parameters.filter(({ dimension }) => dimension !== 'yes-no').map(({ id, name }) => ({ id, name })),
    parameters: measurable.map((p, i) => ({
      ...p,
      units: offered[i]!,
      limit: requirements
        .filter((r) => r.parameterId === p.id)
        .map((r) => `${r.code} ${limitText(r)}`)
        .join(', '),
    })),
    measurements: measurable.map((p, i) => startValue(p, offered[i]![0] ?? '', iteration, instruments)),
  };
}

/** The features of designs that whoever fills in the form may see, by name. */
function featureNames(changes: readonly Change[], seen: readonly Iteration[]): string[] {
  const ids = new Set(seen.map(({ id }) => id));
  const own = changes.filter(({ featureId, iterationId }) => featureId !== null && ids.has(iterationId));
  return [...new Set(own.map(({ what }) => what))].sort((a, b) => a.localeCompare(b));
}

function startValue(
  parameter: { id: string; dimension: Dimension },
  unit: string,
  iteration: Iteration | null,
  instruments: readonly { id: string; dimension: string }[],
) {
  const known = iteration?.measurements.find((m) => m.parameterId === parameter.id);
  return {
    parameterId: parameter.id,
    value: known?.value == null ? '' : String(known.value),
    unit,
    answer: known?.answer == null ? '' : known.answer ? 'yes' : 'no',
    instrumentId: known
      ? (known.instrumentId ?? '')
      : (instruments.find((one) => one.dimension === parameter.dimension)?.id ?? ''),
  };
}

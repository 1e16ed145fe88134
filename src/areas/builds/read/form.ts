import { listRequirements } from '@/areas/brief';
import { listStudents, listTeams } from '@/areas/course';
import { listChosen } from '@/areas/concepts';
import { listBenchmarks } from './seasons';
import { listChanges, listIterations, type Change, type Iteration } from './iterations';
import { AXES, type Axis } from '@/core/builds';
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
  const [requirements, quantities, iterations, parameters, instruments, members, changes, teams, seasons, concepts] =
    await Promise.all([
      listRequirements(sql, projectId),
      sql<{ parameterId: string }[]>`select distinct parameter_id from quantity where project_id = ${projectId}`,
      listIterations(sql, projectId),
      sql<
        { id: string; name: string; dimension: Dimension; axis: Axis | null }[]
      >`select id, name, dimension, axis from parameter where project_id = ${projectId} order by name`,
      sql<
        { id: string; name: string; dimension: string }[]
      >`select id, name, dimension from instrument where project_id = ${projectId} order by name`,
      listStudents(sql, projectId),
      listChanges(sql, projectId),
      listTeams(sql, projectId),
      listBenchmarks(sql, projectId),
      listChosen(sql, projectId, teamIds, iteration?.conceptId ?? null),
    ]);
  const ofTeam = ({ teamId }: { teamId: string | null }) => teamId !== null && teamIds.includes(teamId);
  // What it names already stays, whether or not that is released still.
  const named = new Set([
    ...(iteration?.parents.map(({ id }) => id) ?? []),
    ...changes.flatMap(({ iterationId, source }) => (source && iterationId === iteration?.id ? [source.id] : [])),
  ]);
  const open = iterations.filter((one) => ofTeam(one) || one.released || named.has(one.id));
  const tested = new Set(quantities.map(({ parameterId }) => parameterId));
  const measurable = parameters
    .filter((p) => !tested.has(p.id) || iteration?.measurements.some((m) => m.parameterId === p.id))
    .sort((a, b) => place(a) - place(b));
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
    origins: [
      ...concepts.map(({ id, title }) => ({ id, name: `concept: ${title}` })),
      ...seasons.map((one) => ({ id: one.id, name: seasonName(one) })),
    ],
    seasons: seasons.map((one) => ({ id: one.id, name: seasonName(one) })),
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

/** The sides of the size stand together, in front of the rest. */
const place = ({ axis }: { axis: Axis | null }) => (axis ? AXES.indexOf(axis) : AXES.length);

/** A design of an earlier season, by what it was best at. */
const seasonName = ({ season, eventName }: { season: string; eventName: string }) => `${season}, ${eventName}`;

/** The features of designs that whoever fills in the form may see, by name. */
function featureNames(changes: readonly Change[], seen: readonly Iteration[]): string[] {
  const ids = new Set(seen.map(({ id }) => id));
  const own = changes.filter(({ featureId, iterationId }) => featureId !== null && ids.has(iterationId));
  return [...new Set(own.map(({ what }) => what))].sort((a, b) => a.localeCompare(b));
}

/** What was measured as its form has it: the first reading, and the others. */
export const readingsForm = (known: { value: number | null; readings: number[] | null } | undefined) => {
  const [first, ...more] = known?.readings ?? (known?.value == null ? [] : [known.value]);
  return { value: first === undefined ? '' : String(first), more: more.map((value) => ({ value: String(value) })) };
};

function startValue(
  parameter: { id: string; dimension: Dimension },
  unit: string,
  iteration: Iteration | null,
  instruments: readonly { id: string; dimension: string }[],
) {
  const known = iteration?.measurements.find((m) => m.parameterId === parameter.id);
  return {
    parameterId: parameter.id,
    ...readingsForm(known),
    unit,
    answer: known?.answer == null ? '' : known.answer ? 'yes' : 'no',
    instrumentId: known
      ? (known.instrumentId ?? '')
      : (instruments.find((one) => one.dimension === parameter.dimension)?.id ?? ''),
  };
}

import {
  listQuantities,
  listEvents,
  listConclusions,
  listResultGroups,
  listReadWith,
  buildsOf,
  type Build,
  inTurn,
  listRunGroupsOf,
  outliersOf,
  driftsOf,
  spreadOf,
} from '@/areas/bench';
import { listRequirements } from '@/areas/brief';
import { listIterations, listChanges } from '@/areas/builds';
import { allowed, seesAll } from '@/server/access';
import { betterOf, madeOf, limitsAt } from '@/areas/compliance';
import { differ } from '@/core/builds';
import { spreadText } from '@/core/bench';
import type { Sql } from '@/db/connection';
import type { Frame } from '@/shell/frame';
import type { Search } from '@/areas/course';

/** What the page “Results” shows. */
export async function readResultsPage(sql: Sql, frame: Frame, { asked }: { asked: Search }) {
  const { seat, teams, team, section } = frame;
  const project = seat.project.id;
  const [protocols, events, requirements, iterations, changes, conclusions] = await Promise.all([
    listQuantities(sql, project),
    listEvents(sql, project),
    listRequirements(sql, project),
    // What they were made of is asked for where they are compared.
    team ? listIterations(sql, project) : [],
    team ? listChanges(sql, project) : [],
    team ? listConclusions(sql, project) : [],
  ]);
  const protocol =
    protocols.find(({ quantityId }) => quantityId === asked.quantity) ??
    protocols.find(({ id }) => id === asked.protocol) ??
    protocols[0];
  const zone = seat.project.pinnedNow ? 'UTC' : seat.project.timeZone;
  const groups = protocol ? await listResultGroups(sql, project, protocol, team?.id ?? null, zone) : [];
  const readWith =
    protocol && protocol.formula === null
      ? await listReadWith(sql, project, protocol.quantityId, team?.id ?? null)
      : [];
  const here = new Set(teams.filter((one) => !section || one.sectionId === section.id).map(({ id }) => id));
  const nameOf = (id: string) => teams.find((one) => one.id === id)?.name ?? '';
  const builds = (protocol ? buildsOf(groups, protocol, nameOf) : []).filter(
    (one) => allowed(seat, 'run.read', one) && here.has(one.teamId),
  );
  const order = (one: Build) => teams.findIndex(({ id }) => id === one.teamId);
  builds.sort((a, b) => order(a) - order(b) || a.number - b.number);
  const better = protocol ? betterOf(protocol, requirements, events) : null;
  const made = (one: Build) => madeOf(one.iterationId, iterations, changes);
  const pairs =
    protocol && team
      ? inTurn(builds, protocol, better, (a, b) => differ(made(a), made(b)).map(({ what }) => what))
      : [];
  const concluded =
    team && protocol
      ? conclusions.filter((one) => one.teamId === team.id && one.quantityId === protocol.quantityId)
      : [];
  // A conclusion looks at its two alone, as Compare does.
  const ids = [
    ...new Set([
      ...concluded.flatMap(({ beforeId, afterId }) => [beforeId, afterId]),
      ...pairs.flatMap(({ a, b }) => [a.iterationId, b.iterationId]),
    ]),
  ].sort();
  const evidence = ids.length > 0 ? await listRunGroupsOf(sql, project, ids) : [];
  const writes = team !== null && allowed(seat, 'conclusion.change', { teamId: team.id });
  const sees = team !== null && (seesAll(seat) || seat.teamId === team.id);
  const limits = protocol ? limitsAt(requirements, protocol) : [];
  const known = builds.filter(({ summary }) => summary !== null);
  // Every pair of runs is looked at for what creeps: of one team at a time.
  const warnings = known.flatMap((one) => [
    ...outliersOf(one, protocol!.unit),
    ...(team ? driftsOf(one, protocol!.unit) : []),
  ]);
  const spread = protocol ? spreadOf(known, readWith, protocol) : null;
  const spreadSays = spread ? spreadText(spread, protocol!.unit) : [];
  const rows = known.map((one) => {
    const { n, mean, standardDeviation, confidenceInterval } = one.summary!;
    const [low, high] = confidenceInterval ?? [null, null];
    return [
      one.name,
      one.at,
      String(n),
      ...[mean, standardDeviation, low, high].map((value) => (value === null ? '' : String(value))),
    ];
  });
  return {
    protocols,
    iterations,
    protocol,
    nameOf,
    builds,
    better,
    pairs,
    concluded,
    evidence,
    writes,
    sees,
    limits,
    known,
    warnings,
    spread,
    spreadSays,
    rows,
  };
}

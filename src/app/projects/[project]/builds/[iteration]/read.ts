import {
  listIterations,
  listChanges,
  listBills,
  listMaterials,
  listCopies,
  listBenchmarks,
  frozenFor,
  loadIterationForm,
  limitOn,
} from '@/areas/builds';
import { listRequirements, listBriefVersions } from '@/areas/brief';
import { listEvents, listProtocols, listRunsOfTeam, listRunGroups, listRunGroupsOf, eachQuantity } from '@/areas/bench';
import { listPictures } from '@/areas/course';
import { listConcepts } from '@/areas/concepts';
import { allowed, type Target } from '@/server/access';
import { verdictsFor, turnedWords, figureOf } from '@/areas/compliance';
import { inUnit } from '@/core/requirements';
import { plural } from '@/core/format';
import type { Sql } from '@/db/connection';
import type { Frame } from '@/shell/frame';

/** What the page “Iteration” shows. */
export async function readIterationPage(
  sql: Sql,
  frame: Frame,
  { project, id, target }: { project: string; id: string; target: Target },
) {
  const { seat } = frame;
  const [
    iterations,
    changes,
    requirements,
    events,
    protocols,
    runs,
    pictures,
    bills,
    materials,
    briefs,
    copies,
    seasons,
    concepts,
  ] = await Promise.all([
    listIterations(sql, project),
    listChanges(sql, project),
    listRequirements(sql, project),
    listEvents(sql, project),
    listProtocols(sql, project),
    listRunsOfTeam(sql, project, target.teamId!),
    listPictures(sql, project, id),
    listBills(sql, project),
    listMaterials(sql, project),
    listBriefVersions(sql, project),
    listCopies(sql, project, [id]),
    listBenchmarks(sql, project),
    listConcepts(sql, seat),
  ]);
  const iteration = iterations.find((one) => one.id === id)!;
  const team = frame.teams.find((one) => one.id === iteration.teamId)!;
  const own = runs.filter((run) => run.iterationId === id);
  // What comes from another team's design is held against that team's runs, too.
  const foreign = iteration.parents.some(({ teamId }) => teamId !== iteration.teamId);
  const ours = iterations.filter(({ teamId }) => teamId === iteration.teamId).map((one) => one.id);
  const groups = foreign ? listRunGroups(sql, project) : listRunGroupsOf(sql, project, ours.sort());
  const sources = { protocols: eachQuantity(protocols), runs: await groups };
  const frozen = await frozenFor(sql, seat, frame.today);
  const writes = !frozen && allowed(seat, 'iteration.write', target);
  const form = writes ? await loadIterationForm(sql, frame.seat.project, [team.id], iteration) : null;
  const seen = new Set(iterations.filter((one) => allowed(seat, 'iteration.read', one)).map((one) => one.id));
  const isSeen = (other: string) => seen.has(other);
  const verdicts = verdictsFor(requirements, iteration, sources);
  // What it is held against, where that may be seen: a released one may come from one that is not.
  const before = iterations.find((one) => one.id === iteration.parents[0]?.id && isSeen(one.id));
  const turned = before ? turnedWords(verdictsFor(requirements, before, sources), verdicts) : [];
  const [grams, cost] = [limitOn(requirements, 'mass'), limitOn(requirements, 'cost')];
  const scale = grams && figureOf(grams.parameterId!, iteration, sources)?.measured;
  const weighed = scale && typeof scale.value === 'number' ? inUnit(scale, 'g') : null;
  const children = iterations.filter((one) => one.parents.some((parent) => parent.id === id)).length;
  const rests = [
    ...(own.length ? [plural(own.length, 'run')] : []),
    ...(children ? [`${plural(children, 'iteration')} that came of it`] : []),
  ].join(' and ');
  return {
    iterations,
    changes,
    requirements,
    events,
    protocols,
    pictures,
    bills,
    materials,
    briefs,
    copies,
    seasons,
    concepts,
    iteration,
    team,
    own,
    sources,
    frozen,
    writes,
    form,
    isSeen,
    verdicts,
    before,
    turned,
    grams,
    cost,
    weighed,
    rests,
  };
}

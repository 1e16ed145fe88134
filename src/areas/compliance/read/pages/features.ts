import { listIterations, listChanges, listFeatures } from '@/areas/builds';
import { listRequirements, agreedOn } from '@/areas/brief';
import { listConcepts } from '@/areas/concepts';
import { designsOf } from '@/areas/compliance/read/designs';
import { allowed } from '@/server/access';
import type { Sql } from '@/db/connection';
import type { Place } from '@/areas/course';

/** What the page “Features” shows. */
export async function readFeaturesPage(sql: Sql, frame: Place) {
  const { seat, teams, team, section } = frame;
  const id = seat.project.id;
  const [all, changes, features, requirements, concepts] = await Promise.all([
    listIterations(sql, id),
    listChanges(sql, id),
    listFeatures(sql, id),
    listRequirements(sql, id),
    listConcepts(sql, seat),
  ]);
  const designs = designsOf(all, changes);
  const byId = new Map(all.map((one) => [one.id, one] as const));
  const seen = new Set(all.filter((one) => allowed(seat, 'iteration.read', one)).map((one) => one.id));
  const here = new Set(
    teams
      .filter((one) => (!team || one.id === team.id) && (!section || one.sectionId === section.id))
      .map((one) => one.id),
  );
  const agreed = agreedOn(requirements);
  // What a person may see of each: the iterations that may be read, of the teams the sheet is about.
  const rows = designs.features.flatMap((trail) => {
    const feature = features.find(({ name }) => name === trail.feature);
    const has = all.filter((one) => designs.carried.get(one.id)!.includes(trail.feature) && seen.has(one.id));
    if (!feature || !has.some(({ teamId }) => here.has(teamId))) return [];
    const visible = (list: readonly string[]) => list.filter((one) => seen.has(one)).map((one) => byId.get(one)!);
    const taken = changes.filter(
      (one) => one.kind === 'taken over' && one.featureId === feature.id && seen.has(one.iterationId),
    );
    return [
      {
        feature,
        first: byId.get(trail.first)!,
        origins: visible(trail.origins),
        dropped: visible(trail.dropped),
        has,
        taken,
      },
    ];
  });
  const answered = new Set(rows.flatMap(({ feature }) => feature.requirementId ?? []));
  const unanswered = agreed.filter((one) => !answered.has(one.id));
  const without = rows.filter(({ feature }) => feature.requirementId === null && feature.conceptId === null);
  const chosen = concepts.filter(({ fate }) => fate === 'chosen');
  return { byId, seen, agreed, rows, unanswered, without, chosen };
}

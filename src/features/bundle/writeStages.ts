import type { Stage } from '@/domain/plan/read';
import type { Bundle } from './format';

interface Places {
  team: (id: string) => string | null;
  person: (id: string | null) => number | null;
}

/** The plan in its order, with how far the teams are. */
export function writeStages(stages: readonly Stage[], { team, person }: Places): Bundle['stages'] {
  const nameOf = new Map(stages.map((stage) => [stage.id, stage.name]));
  return stages.map(({ id: _id, position: _position, version: _version, after, handIns, ...stage }) => ({
    ...stage,
    after: after.map((one) => ({ stage: nameOf.get(one.id)!, byCustom: one.byCustom })),
    handIns: handIns
      .map(({ teamId, handedInBy, version: _, ...one }) => ({ team: team(teamId)!, by: person(handedInBy), ...one }))
      .sort((a, b) => (a.team < b.team ? -1 : 1)),
  }));
}

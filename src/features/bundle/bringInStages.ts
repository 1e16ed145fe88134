import { inOrder } from '@/core/plan';
import { CoreError } from '@/core/numbers';
import { FieldError } from '@/server/outcome';
import type { Bundle } from './format';
import { keyed, type Add, type Find } from './keyed';

interface Known {
  team: Find;
  /** Ids of the bundle's people in their order. */
  people: string[];
}

/** The plan with what was handed in; finds a stage by its name. @throws FieldError at "file" for stages that wait for each other. */
export async function addStages(add: Add, { stages }: Bundle, { team, people }: Known): Promise<Find> {
  const stage = keyed(stages, (one) => one.name, 'stage');
  await add(
    'stage',
    stages.map(({ after: _after, handIns: _handIns, ...one }, position) => ({ id: stage(one.name), ...one, position })),
  );
  await add(
    'stage_link',
    stages.flatMap((one) =>
      one.after.map((link) => ({ stageId: stage(one.name), afterId: stage(link.stage), byCustom: link.byCustom })),
    ),
  );
  await add(
    'hand_in',
    stages.flatMap((one) =>
      one.handIns.map(({ team: name, by, ...entry }) => ({
        ...entry,
        stageId: stage(one.name),
        teamId: team(name),
        handedInBy: by === null ? null : (people[by] ?? null),
      })),
    ),
  );
  try {
    inOrder(stages.map(({ name, after }) => ({ id: name, meetings: 1, after: after.map((link) => link.stage) })));
  } catch (error) {
    if (error instanceof CoreError) throw new FieldError('file', `The plan can't be brought in: ${error.message}`);
    throw error;
  }
  return stage;
}

'use server';

import { CoreError } from '@/core/units';
import { FieldError } from '@/server/outcome';
import { action } from '@/server/perform';
import { listTeams } from '@/domain/classes/read';
import { listLatestIterations } from '@/domain/builds/read';
import { listRequirements } from '@/domain/requirements/read';
import { listQuantities } from '@/domain/bench/protocols';
import { listLatestRuns } from '@/domain/bench/read';
import { verdictChanges } from '@/domain/requirements/verdictChanges';
import { readLimit } from './readLimit';
import { previewSchema } from './schema';

/** What a change of an agreed requirement would touch: teams by name whose verdict it turns. Writes nothing. */
export const previewChange = action('previewChange', previewSchema, async ({ tx, projectId }, given) => {
  const [requirements, teams, latest, protocols, runs] = await Promise.all([
    listRequirements(tx, projectId),
    listTeams(tx, projectId),
    listLatestIterations(tx, projectId),
    listQuantities(tx, projectId),
    listLatestRuns(tx, projectId),
  ]);
  const requirement = requirements.find((one) => one.id === given.id);
  if (!requirement) throw new FieldError('', 'This requirement is not part of the project.');
  const before = { ...requirement, parameter: requirement.parameterName };
  const after = { ...before, ...readLimit(given), decision: given.decision, state: given.state };
  try {
    const flips = verdictChanges(requirement, { before, after }, latest, { protocols, runs });
    const name = (teamId: string) => teams.find((team) => team.id === teamId)?.name ?? '';
    return { flips: flips.map((flip) => ({ ...flip, team: name(flip.teamId) })) };
  } catch (error) {
    if (error instanceof CoreError) throw new FieldError('unit', error.message);
    throw error;
  }
});

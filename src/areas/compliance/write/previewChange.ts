'use server';

import { CoreError } from '@/core/units';
import { FieldError } from '@/server/outcome';
import { action } from '@/server/perform';
import { listTeams } from '@/areas/course';
import { listLatestIterations } from '@/areas/builds';
import { listRequirements, readLimit, previewSchema } from '@/areas/brief';
import { listQuantities, listLatestRuns } from '@/areas/bench';
import { verdictChanges } from '@/areas/compliance/read/verdictChanges';

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

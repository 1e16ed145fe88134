'use server';

import { listQuantities } from '@/areas/bench/read/protocols';
import { listRunGroupsOf } from '@/areas/bench/read/runs';
import { ofTeam } from '@/areas/course';
import { conclusionTarget, saidNow } from '@/areas/bench/read/conclusions';
import { allowed } from '@/server/access';
import { FieldError } from '@/server/outcome';
import { action } from '@/server/perform';
import { saveRow } from '@/server/saveRow';
import { conclusionSchema, withdrawConclusionSchema } from '@/areas/bench/records/conclusions';

/** Keeps what a team concludes from the runs of two iterations, with what these say at that moment. */
export const saveConclusion = action(
  'saveConclusion',
  conclusionSchema,
  async (work, { id, version, teamId, protocolId, quantityId, beforeId, afterId, text }) => {
    const { tx, projectId, seat } = work;
    const known = await tx<{ id: string; teamId: string; released: boolean }[]>`
      select id, team_id, released_at is not null as released from iteration
      where id = any(${[beforeId, afterId]}) and project_id = ${projectId}`;
    for (const [field, iteration] of Object.entries({ beforeId, afterId })) {
      const one = known.find((row) => row.id === iteration);
      if (!one || !allowed(seat, 'iteration.read', one))
        throw new FieldError(field, 'Choose an iteration of your own, or a released one.');
    }
    if (known.find((row) => row.id === afterId)!.teamId !== teamId)
      throw new FieldError('afterId', 'A team concludes on its own design.');
    const [was] = await tx<
      { teamId: string }[]
    >`select team_id from conclusion where id = ${id} and project_id = ${projectId}`;
    if (was && was.teamId !== teamId) throw new FieldError('teamId', 'A conclusion stays with its team.');
    const protocol = (await listQuantities(tx, projectId)).find(
      (one) => one.id === protocolId && (quantityId === null || one.quantityId === quantityId),
    );
    if (!protocol) throw new FieldError('protocolId', 'This protocol is not part of the project.');
    const now = saidNow(
      { beforeId, afterId, open: true },
      protocol,
      await listRunGroupsOf(tx, projectId, [beforeId, afterId].sort()),
      null,
      () => '',
    );
    if (!now) throw new FieldError('', `Both need valid runs under ${protocol.name} before anything can be concluded.`);
    const values = {
      teamId,
      protocolId,
      quantityId: protocol.quantityId,
      beforeId,
      afterId,
      text,
      verdict: now.saying,
      runs: now.runs,
    };
    return saveRow(work, 'conclusion', { id, version }, values, (row) => ({ text: row.text as unknown }));
  },
  async (sql, input, projectId) => (await conclusionTarget(sql, input.id, projectId)) ?? ofTeam(sql, input, projectId),
);

/** Takes a conclusion back; the history keeps it. */
export const withdrawConclusion = action(
  'withdrawConclusion',
  withdrawConclusionSchema,
  async ({ tx, projectId }, { id }) => {
    const gone = await tx`
      update conclusion set withdrawn_at = now()
      where id = ${id} and project_id = ${projectId} and withdrawn_at is null returning 1`;
    if (gone.length === 0) throw new FieldError('', 'This conclusion was withdrawn already.');
  },
  (sql, { id }, projectId) => conclusionTarget(sql, id, projectId),
);

import type { InferType } from 'yup';
import { ConflictError, FieldError } from '@/server/outcome';
import type { Command } from '@/server/perform';
import { choiceSchema } from '@/areas/concepts/records/selection';

type Chosen = InferType<typeof choiceSchema>;

/**
 * What the client picks of the concepts put before them, all at once and with reasons. When the same link is used in two
 * places at once, the second hand sees what the first has chosen, and nothing is overwritten.
 */
export const recordClientChoice: Command<Chosen, { id: string }> = {
  door: '/api/v1/client-choices',
  schema: choiceSchema as Command<Chosen, never>['schema'],
  run: async ({ tx, projectId, seat }, { id, selectionId, version, picks }) => {
    const [selection] = await tx<{ state: string; picks: number }[]>`
      select state, picks from selection where id = ${selectionId} and project_id = ${projectId} for update`;
    if (!selection) throw new FieldError('', 'This selection was removed meanwhile.');
    if (selection.state === 'closed') throw new FieldError('', 'The class has closed this selection.');
    const chosen = picks.flatMap(({ conceptId, reason }) => (conceptId ? [{ conceptId, reason }] : []));
    if (chosen.length > selection.picks)
      throw new FieldError('picks', `Choose at most ${selection.picks}; you have chosen ${chosen.length}.`);
    const here = await tx<
      { id: string }[]
    >`select concept_id as id from selection_entry where selection_id = ${selectionId}`;
    if (chosen.some(({ conceptId }) => !here.some((one) => one.id === conceptId)))
      throw new FieldError('picks', 'One of these was withdrawn by its author meanwhile; reload and choose again.');
    const [known] = await tx<
      { id: string; byName: string; picks: Chosen['picks']; version: number; updatedAt: Date }[]
    >`
      select id, by_name, picks, version, updated_at from selection_choice where selection_id = ${selectionId}`;
    const row = { byName: seat.actor.name, picks: tx.json(chosen) };
    if (!known) {
      await tx`insert into selection_choice ${tx({ id, projectId, selectionId, ...row })}`;
      return { id };
    }
    if (known.id === id && version === null) return { id };
    if (known.version !== version)
      throw new ConflictError({
        version: known.version,
        theirs: { picks: known.picks },
        by: known.byName,
        at: known.updatedAt.toISOString(),
      });
    await tx`update selection_choice set ${tx(row)} where selection_id = ${selectionId}`;
    return { id: known.id };
  },
};

'use server';

import { FieldError } from '@/server/outcome';
import { momentOf, orConflict, type Work, action } from '@/server/perform';
import { conceptTarget, mustNotBeReleased, type Claim } from '@/areas/concepts/read/concepts';
import { listRequirements } from '@/areas/brief';
import { removeRow, saveRow } from '@/server/saveRow';
import { feasibilityOf } from '@/areas/concepts/read/feasible';
import {
  creditSchema,
  decideConceptSchema,
  exceptionSchema,
  releaseConceptsSchema,
  removeConceptSchema,
  removeCreditSchema,
  roundSchema,
} from '@/areas/concepts/records/concepts';
import { roundForm } from '@/areas/concepts/read/toForm';

/** Takes one's own concept back, before the release; ratings of it stay in the history. */
export const removeConcept = action(
  'removeConcept',
  removeConceptSchema,
  async ({ tx, projectId }, { id }) => {
    await mustNotBeReleased(tx, id);
    const gone = await tx`
          update concept set removed_at = now() where id = ${id} and project_id = ${projectId} and removed_at is null
            and fate = 'open' returning 1`;
    if (gone.length === 0) throw new FieldError('', 'It was withdrawn already, or has been decided about.');
    await tx`delete from selection_entry where concept_id = ${id}`;
  },
  (sql, { id }, projectId) => conceptTarget(sql, id, projectId),
);

/** How many concepts a section hands in, until which meeting, and how long a pitch is. */
export const saveRound = action(
  'saveRound',
  roundSchema,
  async (work, { id, version, sectionId, wanted, dueOn, minutes }) => {
    const values = { sectionId, wanted: Number(wanted), dueOn, minutes: Number(minutes) };
    return { id: await saveRow(work, 'concept_round', { id, version }, values, roundForm) };
  },
);

/** Lets everybody of a section see all its concepts, or hides them again. */
export const releaseConcepts = action(
  'releaseConcepts',
  releaseConceptsSchema,
  async (work, { sectionId, released }) => {
    const { tx, projectId } = work;
    await tx`
          insert into concept_round ${tx({ projectId, sectionId, wanted: 1, releasedAt: released ? momentOf(work) : null })}
          on conflict (section_id) do update set released_at = excluded.released_at`;
  },
);

/** Chooses a concept, leaves it with a reason, or opens it again. One that breaks a must passes only with an exception. */
export const decideConcept = action(
  'decideConcept',
  decideConceptSchema,
  async (work, { id, version, fate, reason }) => {
    if (fate === 'chosen') await mustPass(work, id);
    await writeConcept(work, id, version, {
      fate,
      fateReason: reason,
      fateBy: fate === 'open' ? '' : work.seat.actor.name,
    });
  },
);

/** Lets a concept go on although it breaks a must; the reason stays visible. */
export const grantException = action('grantException', exceptionSchema, (work, { id, version, exception }) =>
  writeConcept(work, id, version, { exception, exceptionBy: work.seat.actor.name }),
);

async function mustPass({ tx, projectId }: Work, id: string): Promise<void> {
  const [concept] = await tx<{ exception: string }[]>`
    select exception from concept where id = ${id} and project_id = ${projectId} for update`;
  if (!concept) return;
  const claims = await tx<
    Claim[]
  >`select requirement_id, how, value, unit, uncertainty, answer from concept_claim where concept_id = ${id}`;
  const { broken, passes } = feasibilityOf(
    { claims, exception: concept.exception },
    await listRequirements(tx, projectId),
  );
  if (!passes)
    throw new FieldError(
      '',
      `By its own numbers it breaks ${broken.map(({ requirement }) => requirement.code).join(', ')}. Record an exception with its reason first.`,
    );
}

async function writeConcept(
  { tx, projectId }: Work,
  id: string,
  version: number,
  values: Record<string, string>,
): Promise<void> {
  const written = await tx`
    update concept set ${tx(values)} where id = ${id} and project_id = ${projectId} and version = ${version}
      and removed_at is null returning 1`;
  await orConflict(written, tx, id, async () => {
    const [row] = await tx<{ fate: string; fateReason: string; exception: string; version: number }[]>`
      select fate, fate_reason, exception, version from concept where id = ${id} and removed_at is null`;
    return row && { fate: row.fate, reason: row.fateReason, exception: row.exception, version: row.version };
  });
}

/** Carries a part of one concept into another; its author stays credited. */
export const creditPart = action('creditPart', creditSchema, async ({ tx, projectId }, { intoId, fromId, what }) => {
  const [row] = await tx<[{ id: string }]>`
          insert into concept_credit ${tx({ projectId, intoId, fromId, what })} returning id`;
  return row;
});

export const removeCredit = action('removeCredit', removeCreditSchema, (work, { id }) =>
  removeRow(work, 'concept_credit', id, 'This part'),
);

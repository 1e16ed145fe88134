'use server';

import { randomUUID } from 'node:crypto';
import type { Tx } from '@/db/connection';
import { FieldError } from '@/server/outcome';
import { action } from '@/server/perform';
import { mustBeDoable, ofTeam } from '@/areas/course';
import { listGates } from '@/areas/plan/read/gates';
import { removeRow, saveRow } from '@/server/saveRow';
import { read } from '@/ui/forms/schema';
import {
  decideGateSchema,
  gateSchema,
  removeGateSchema,
  signSchema,
  withdrawDecisionSchema,
  withdrawSignatureSchema,
} from '@/areas/plan/records/gates';
import { gateForm } from '@/areas/plan/shared/gatesForm';

/** A gate with its checklist. Items that stay keep their signatures. */
export const saveGate = action(
  'saveGate',
  gateSchema,
  async (work, { id, version, name, stageId, guardsBuilding, guardsFinal, items }) => {
    const { tx, projectId } = work;
    const values = { name, stageId, guardsBuilding, guardsFinal };
    const known = id ? (await listGates(tx, projectId)).find((gate) => gate.id === id) : undefined;
    const gateId = await saveRow(work, 'gate', { id, version }, values, () => (known ? gateForm(known) : values));
    const own = new Set(known?.items.map((item) => item.id));
    const rows = items.map((item, position) => ({
      projectId,
      gateId,
      id: item.id && own.has(item.id) ? item.id : randomUUID(),
      position,
      kind: item.kind,
      text: item.text,
      count: item.count ? read(item.count) : 1,
      stageId: item.kind === 'stage' ? item.stageId : null,
      signer: item.kind === 'signed' ? item.signer : null,
      reviewKindId: item.kind === 'review' ? item.reviewKindId : null,
    }));
    await tx`delete from gate_item where gate_id = ${gateId} and project_id = ${projectId} and not (id = any(${rows.map((row) => row.id)}))`;
    await tx`
          insert into gate_item ${tx(rows)} on conflict (id) do update set position = excluded.position, kind = excluded.kind,
            text = excluded.text, count = excluded.count, stage_id = excluded.stage_id, signer = excluded.signer,
            review_kind_id = excluded.review_kind_id`;
    return { id: gateId };
  },
);

/** Takes a gate away, with what was signed and decided at it; the history keeps both. */
export const removeGate = action('removeGate', removeGateSchema, async ({ tx, projectId }, { id }) => {
  await dropConditions(tx, projectId, { gateId: id! });
  await removeRow({ tx, projectId }, 'gate', id!, 'This gate');
});

/** Signs an item of a checklist for a team. */
export const signItem = action(
  'signItem',
  signSchema,
  async ({ tx, projectId, seat, now, notes }, { itemId, teamId, note }) => {
    const [item] = await tx<{ kind: string; signer: string | null }[]>`
          select kind, signer from gate_item where id = ${itemId} and project_id = ${projectId}`;
    if (item?.kind !== 'signed') throw new FieldError('', 'This item is checked from evidence; nobody signs it.');
    if (item.signer === 'instructor' && seat.role !== 'instructor')
      throw new FieldError('', 'The instructor signs this.');
    if (item.signer === 'member' && seat.role !== 'student')
      throw new FieldError('', 'A member of the team signs this.');
    const { id: signedBy, name: byName } = seat.actor;
    const row = { projectId, itemId, teamId, signedBy, byName, signedOn: now.slice(0, 10), note };
    const added = await tx`insert into gate_signature ${tx(row)} on conflict do nothing returning 1`;
    if (added.length === 0) notes.push('You had signed it already');
  },
  ofTeam,
);

/** Takes one's own signature back. */
export const withdrawSignature = action(
  'withdrawSignature',
  withdrawSignatureSchema,
  async ({ tx, projectId, seat }, { itemId, teamId }) => {
    const gone = await tx`
          delete from gate_signature where item_id = ${itemId} and team_id = ${teamId} and project_id = ${projectId}
            and signed_by = ${seat.actor.id} returning 1`;
    if (gone.length === 0) throw new FieldError('', 'There is no signature of yours to withdraw.');
  },
  ofTeam,
);

/** Lets a team pass on conditions, opens a gate with a reason, or holds it with one. */
export const decideGate = action(
  'decideGate',
  decideGateSchema,
  async (work, { gateId, teamId, kind, reason, conditions }) => {
    const { tx, projectId, seat, now } = work;
    if (kind === 'conditions') await mustBeDoable(work, teamId, conditions, (i) => `conditions.${i}.`);
    const row = { projectId, gateId, teamId, kind, reason, byName: seat.actor.name, decidedOn: now.slice(0, 10) };
    const [decision] = await tx<[{ id: string }]>`insert into gate_decision ${tx(row)} returning id`;
    if (kind === 'conditions') {
      const source = { projectId, teamId, sourceKind: 'gate', sourceId: decision.id };
      await tx`insert into action ${tx(conditions.map((one) => ({ ...one, ...source })))}`;
    }
    return decision;
  },
);

/** Takes a decision back: the gate stands again as its items say. Conditions that are still open are dropped. */
export const withdrawDecision = action(
  'withdrawDecision',
  withdrawDecisionSchema,
  async ({ tx, projectId }, { id, version }) => {
    await dropConditions(tx, projectId, { id: id! });
    const gone = await tx`
          delete from gate_decision where id = ${id} and project_id = ${projectId} and version = ${version} returning 1`;
    if (gone.length === 0)
      throw new FieldError('', 'Somebody else has changed this decision meanwhile; reload to see it.');
  },
);

async function dropConditions(tx: Tx, projectId: string, of: { id: string } | { gateId: string }): Promise<void> {
  await tx`
    update action set state = 'dropped' where project_id = ${projectId} and state = 'open' and source_kind = 'gate' and source_id in (
      select id from gate_decision where project_id = ${projectId} and ${'id' in of ? tx`id = ${of.id}` : tx`gate_id = ${of.gateId}`})`;
}

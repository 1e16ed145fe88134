import type { Gate } from '@/areas/plan/read/gates';

/** A stored gate as its form shows it. */
export function gateForm({ name, stageId, guardsBuilding, guardsFinal, items }: Gate): Record<string, unknown> {
  return {
    name,
    stageId,
    guardsBuilding,
    guardsFinal,
    items: items.map(({ id, kind, text, count, stage, signer, review }) => ({
      id,
      kind,
      text,
      count: String(count),
      stageId: stage?.id ?? '',
      signer: signer ?? 'instructor',
      reviewKindId: review?.id ?? '',
    })),
  };
}

export const NEW_ITEM = {
  id: '',
  kind: 'signed',
  text: '',
  count: '1',
  stageId: '',
  signer: 'instructor',
  reviewKindId: '',
};
export const NEW_GATE = { name: '', stageId: '', guardsBuilding: false, guardsFinal: false, items: [] };

import * as yup from 'yup';
import { ITEM_KINDS } from '@/core/gates';
import { conditions, decimal, id, line, optionalId, place, prose } from '@/ui/forms/schema';

export const gateSchema = yup.object({
  ...place,
  name: line('The name of the gate'),
  stageId: id('The stage behind the gate'),
  guardsBuilding: yup.boolean().default(false),
  guardsFinal: yup.boolean().default(false),
  items: yup
    .array(
      yup.object({
        id: optionalId(),
        kind: yup.string().oneOf(ITEM_KINDS, 'Choose one of the list.').required(),
        text: line('What the item is called'),
        count: decimal('The number', { min: 1, max: 200, whole: true, optional: true }),
        stageId: optionalId().when('kind', {
          is: 'stage',
          then: (s) => s.required('Choose the stage that is to be accepted.'),
        }),
        reviewKindId: optionalId().when('kind', {
          is: 'review',
          then: (s) => s.required('Choose the review that is to be passed.'),
        }),
        signer: yup
          .string()
          .oneOf(['instructor', 'member', 'anybody'] as const)
          .default('instructor'),
      }),
    )
    .default([])
    .min(1, 'A gate needs at least one item: without one it asks for nothing.')
    .max(30, 'At most 30 items.'),
});
export const removeGateSchema = yup.object({ ...place, id: id('The gate') });

const ofTeam = { ...place, teamId: id('The team') };
export const signSchema = yup.object({
  ...ofTeam,
  itemId: id('The item'),
  note: yup.string().trim().default('').max(400, 'The note may have at most 400 characters.'),
});
export const withdrawSignatureSchema = yup.object({ ...ofTeam, itemId: id('The item') });
export const decideGateSchema = yup.object({
  ...ofTeam,
  gateId: id('The gate'),
  kind: yup
    .string()
    .oneOf(['conditions', 'override', 'held'] as const)
    .required(),
  reason: prose('The reason').when('kind', {
    is: (kind: string) => kind !== 'conditions',
    then: (s) => s.required('A reason is needed; it stays visible with the gate.'),
  }),
  conditions: conditions().when('kind', {
    is: 'conditions',
    then: (s) => s.min(1, 'Name at least one condition; without one, open the gate with a reason.'),
  }),
});
export const withdrawDecisionSchema = yup.object({ ...place, id: id('The decision') });

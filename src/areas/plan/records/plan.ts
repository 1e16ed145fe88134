import * as yup from 'yup';
import { counted, date, decimal, id, line, place, prose } from '@/ui/forms/schema';
import { PLAN_NAMES } from '@/areas/plan/shared/stagePlans';

const short = (what: string, most: number) =>
  yup
    .string()
    .trim()
    .default('')
    .max(most, ({ value }) => `${what} may have at most ${most} characters; this has ${String(value).length}.`);

export const stageSchema = yup.object({
  ...place,
  name: line('The name of the stage'),
  length: decimal('The length', { above: 0, max: 20_000, whole: true }),
  lengthIn: yup
    .string()
    .oneOf(['meetings', 'minutes'] as const)
    .required(),
  shortest: decimal('The fewest meetings', { above: 0, max: 200, whole: true, optional: true }),
  leadDays: decimal('The waiting time', { min: 0, max: 400, whole: true }),
  delay: decimal('The later start', { min: 0, max: 200, whole: true }),
  optional: yup.boolean().default(false),
  leftOut: yup.boolean().default(false),
  after: yup
    .array(yup.object({ id: id('The stage before'), byCustom: yup.boolean().default(false) }))
    .default([])
    .max(40, 'At most 40 stages before one.'),
  handsIn: short('What is handed in', 400),
  evidence: yup
    .string()
    .oneOf(['', 'runs', 'concepts'] as const)
    .default(''),
  evidenceCount: decimal('How many', { optional: true, min: 1, max: 50, whole: true }),
  people: short('Who is needed', 160),
  room: short('The room', 160),
  needs: short('Tools and materials', 400),
  cautions: prose('The cautions'),
});
export const removeStageSchema = yup.object({ ...place, id: id('The stage') });
export const startPlanSchema = yup.object({
  ...place,
  plan: yup.string().oneOf(PLAN_NAMES, 'Choose one of the list.').required('Choose one of the list.'),
});

const start = yup
  .string()
  .required()
  .matches(/^([01]\d|2[0-3]):[0-5]\d$/);
const count = (most: number) => yup.number().integer().required().max(most, `At most ${most} meetings.`);
const OPERATIONS = {
  shift: {
    stageId: id('The stage'),
    delay: count(200).min(0, 'A stage can’t start before what it waits for is done.'),
  },
  shorten: { stageId: id('The stage'), meetings: count(200).min(1, 'A stage takes at least one meeting.') },
  drop: { stageId: id('The stage') },
  overlap: { firstId: id('The stage'), secondId: id('The stage') },
  extra: { sectionId: id('The section'), day: date('The day'), start },
  lose: { sectionId: id('The section'), day: date('The day'), start, reason: line('The reason') },
  event: { day: date('The day of the event') },
  more: { teamId: id('The team'), stageId: id('The stage'), meetings: count(20).min(1) },
};
const KINDS = Object.keys(OPERATIONS) as (keyof typeof OPERATIONS)[];

export const changePlanSchema = yup.object({
  ...place,
  title: line('A title'),
  operations: yup
    .array(
      yup.lazy((value: { kind?: unknown } | undefined) => {
        const kind = KINDS.find((one) => one === value?.kind);
        return kind
          ? yup.object({ kind: yup.string().required(), ...OPERATIONS[kind] } as yup.ObjectShape)
          : yup.object({ kind: yup.string().oneOf(KINDS, 'This is no change of a plan.').required() });
      }),
    )
    .required()
    .min(1, 'Nothing is changed.')
    .max(60, 'At most 60 changes at once.'),
  seen: yup
    .array(yup.object({ id: id('The stage'), version: counted().required() }))
    .default([])
    .max(200),
});
export const undoSchema = yup.object({ ...place, id: id('The change') });

export const handInSchema = yup.object({
  ...place,
  teamId: id('The team'),
  stageId: id('The stage'),
  state: yup
    .string()
    .oneOf(['handed-in', 'open'] as const)
    .required(),
  note: short('The note', 400),
});
export const decideSchema = yup.object({
  ...place,
  teamId: id('The team'),
  stageId: id('The stage'),
  state: yup
    .string()
    .oneOf(['accepted', 'returned'] as const)
    .required(),
  note: short('The note', 400).when('state', {
    is: 'returned',
    then: (s) => s.required('Say what is still to be done.'),
  }),
});
export const absentSchema = yup.object({
  ...place,
  accountId: id('The student'),
  day: date('The day'),
  absent: yup.boolean().required(),
});

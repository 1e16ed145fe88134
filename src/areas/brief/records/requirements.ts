import * as yup from 'yup';
import { DIMENSION_NAMES } from '@/core/dimensions';
import { leftOut, counted, decimal, key, line, optionalId, place, prose } from '@/ui/forms/schema';

export const KINDS = ['max', 'min', 'range', 'target', 'different', 'yes', 'wish'] as const;
export const PRIORITIES = ['must', 'should', 'could'] as const;
export const DECISIONS = ['guarded', 'simple'] as const;
export const STATES = ['proposed', 'agreed', 'changed', 'withdrawn'] as const;
export const METHODS = ['', 'measurement', 'demonstration', 'inspection', 'analysis'] as const;
export const SOURCES = ['client', 'rule', 'research', 'season', 'own'] as const;

const needs = (kinds: readonly string[], what: string, bounds = {}) =>
  decimal(what, { optional: true }).when('kind', {
    is: (kind: string) => kinds.includes(kind),
    then: () => decimal(what, bounds),
  });
const short = (what: string, most = 400) =>
  yup.string().trim().default('').max(most, `${what} may have at most ${most} characters.`);
const oneOf = <T extends string>(words: readonly T[]) => yup.string().oneOf(words).required();

const sourceSchema = yup.object({
  kind: oneOf(SOURCES),
  statementId: optionalId().when('kind', {
    is: 'client',
    then: (s) => s.required('Choose the sentence it comes from.'),
  }),
  researchId: optionalId().when('kind', { is: 'research', then: (s) => s.required('Choose the research note.') }),
  note: short('The remark'),
});

/** What a limit is made of, as it is typed. */
export const limitFields = {
  kind: oneOf(KINDS),
  value: needs(['max', 'min', 'target'], 'The limit').when('kind', {
    is: 'different',
    then: () => decimal('The number of different things', { min: 1, whole: true }),
  }),
  low: needs(['range'], 'The lower limit'),
  high: needs(['range'], 'The upper limit'),
  tolerance: needs(['target'], 'The tolerance', { min: 0 }),
  unit: yup
    .string()
    .trim()
    .default('')
    .max(20)
    .when('kind', {
      is: (kind: string) => !['yes', 'wish', 'different'].includes(kind),
      then: (s) => s.required('A unit is needed: g, mm, s, credits, count …'),
    }),
  weight: decimal('The weight', { above: 0, optional: true }).when('kind', {
    is: 'wish',
    then: () => decimal('The weight', { above: 0 }),
  }),
};
const CODE = /^[A-Z]{1,3}-\d{1,3}$/;

export const requirementSchema = yup.object({
  ...place,
  code: line('The code').matches(CODE, 'A code is one to three capitals and a number, like R-01.'),
  statement: line('The statement'),
  ...limitFields,
  counts: short('What counts'),
  parameterId: optionalId(),
  parameterName: short('A name', 160).when(['kind', 'parameterId'], {
    is: (kind: string, id: string | null) => kind !== 'wish' && !id,
    then: (s) => s.required('Choose a parameter, or name a new one.'),
  }),
  dimension: yup.string().oneOf(DIMENSION_NAMES).default('mass'),
  priority: oneOf(PRIORITIES),
  decision: oneOf(DECISIONS),
  method: yup.string().oneOf(METHODS).default(''),
  protocolId: optionalId(),
  verifiedBy: short('The check'),
  ownerId: optionalId(),
  state: oneOf(STATES),
  why: prose('The reason'),
  sources: yup.array().of(sourceSchema).max(20, 'At most 20 sources.').default([]),
});

/** What a change would touch, while the form is still being filled in: only the limit is looked at. */
export const previewSchema = yup.object({
  ...place,
  statement: yup.string().default('').max(160),
  ...limitFields,
  decision: oneOf(DECISIONS),
  state: oneOf(STATES),
});
export const dealtSchema = yup.object({ ...place, teamId: optionalId() });

export const weightsSchema = yup.object({
  ...place,
  weights: yup
    .array()
    .of(
      yup.object({
        code: key(),
        id: key(),
        version: counted().required(),
        weight: decimal('The weight', { min: 0, max: 1000, optional: true }),
      }),
    )
    .min(1, 'There is no requirement to weigh.')
    .max(300)
    .required(),
  judgements: yup
    .array()
    .of(
      yup.object({
        a: yup.string().required().matches(CODE),
        b: yup.string().required().matches(CODE),
        ratio: yup
          .number()
          .required()
          .min(1 / 9, 'At most 9 times as important.')
          .max(9, 'At most 9 times as important.'),
      }),
    )
    .max(45)
    .default([]),
});

export const importSchema = yup.object({
  ...place,
  text: yup
    .string()
    .required('Paste the list first: a header line, then one line a requirement.')
    .max(200_000, 'At most 200,000 characters at once.'),
  without: leftOut(),
});

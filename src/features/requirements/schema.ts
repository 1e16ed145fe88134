import * as yup from 'yup';
import { DIMENSION_NAMES } from '@/core/dimensions';
import { decimal, line, optionalId, place } from '@/ui/forms/schema';

const KINDS = ['max', 'min', 'range', 'target', 'yes', 'wish'] as const;
const needs = (kinds: readonly string[], what: string, bounds = {}) =>
  decimal(what, { optional: true }).when('kind', {
    is: (kind: string) => kinds.includes(kind),
    then: () => decimal(what, bounds),
  });

export const requirementSchema = yup.object({
  ...place,
  code: line('The code').matches(/^[A-Z]{1,3}-\d{1,3}$/, 'A code is one to three capitals and a number, like R-01.'),
  statement: line('The statement'),
  kind: yup.string().oneOf(KINDS).required(),
  parameterId: optionalId(),
  parameterName: yup
    .string()
    .trim()
    .default('')
    .max(160, 'A name may have at most 160 characters.')
    .when(['kind', 'parameterId'], {
      is: (kind: string, id: string | null) => kind !== 'wish' && !id,
      then: (s) => s.required('Choose a parameter, or name a new one.'),
    }),
  dimension: yup.string().oneOf(DIMENSION_NAMES).default('mass'),
  value: needs(['max', 'min', 'target'], 'The limit'),
  low: needs(['range'], 'The lower limit'),
  high: needs(['range'], 'The upper limit'),
  tolerance: needs(['target'], 'The tolerance', { min: 0 }),
  unit: yup
    .string()
    .trim()
    .default('')
    .max(20)
    .when('kind', {
      is: (kind: string) => !['yes', 'wish'].includes(kind),
      then: (s) => s.required('A unit is needed: g, mm, s, credits, count …'),
    }),
  weight: needs(['wish'], 'The weight', { above: 0 }),
  priority: yup
    .string()
    .oneOf(['must', 'should', 'could'] as const)
    .required(),
  decision: yup
    .string()
    .oneOf(['guarded', 'simple'] as const)
    .required(),
  state: yup
    .string()
    .oneOf(['proposed', 'agreed', 'changed', 'withdrawn'] as const)
    .required(),
  source: yup
    .string()
    .oneOf(['client', 'rule', 'own'] as const)
    .required(),
  statementId: optionalId().when('source', {
    is: 'client',
    then: (s) => s.required('Choose the sentence it comes from.'),
  }),
});

import * as yup from 'yup';
import { LINK_PURPOSES } from '@/server/linkPurposes';
import { date, id, line, optionalId, place } from '@/ui/forms/schema';

export const linkSchema = yup.object({
  ...place,
  purpose: yup.string().oneOf(LINK_PURPOSES).required(),
  label: line('Who gets the link'),
  rubricId: optionalId().when('purpose', { is: 'judge', then: (s) => s.required('Choose the rubric.') }),
  /** Whose criteria a judge's link scores. */
  scoresAs: yup
    .string()
    .oneOf(['judges', 'client'] as const)
    .default('judges'),
  sectionId: optionalId(),
  eventId: optionalId(),
  reviewId: optionalId().when('purpose', { is: 'panel', then: (s) => s.required('Choose the review.') }),
  endsOn: date('The last day'),
});
export const revokeSchema = yup.object({ ...place, id: id('The link') });

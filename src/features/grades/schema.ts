import * as yup from 'yup';
import { decimal, id, line, place, prose } from '@/ui/forms/schema';

export const rubricSchema = yup.object({
  ...place,
  name: line('The name'),
  position: decimal('The order', { min: 0, max: 999, whole: true }),
  criteria: yup
    .array(
      yup.object({
        name: line('The criterion'),
        anchors: prose('The anchors'),
        max: decimal('The most points', { above: 0, max: 1000 }),
      }),
    )
    .default([])
    .min(1, 'At least one criterion is needed.')
    .max(30, 'At most 30 criteria.'),
});
export const scoreSchema = yup.object({
  ...place,
  teamId: id('The team'),
  scores: yup
    .array(
      yup.object({
        id: id('The score'),
        criterionId: id('The criterion'),
        points: decimal('Points', { optional: true, min: 0 }),
        version: place.version,
      }),
    )
    .default([])
    .max(30, 'At most 30 criteria.'),
});

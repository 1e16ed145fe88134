import * as yup from 'yup';
import { decimal, id, line, optionalId, place, seen } from '@/ui/forms/schema';

export const SCALE = [1, 2, 3, 4, 5] as const;

export const selectionSchema = yup.object({
  ...place,
  sectionId: id('The section'),
  name: line('The name'),
  picks: decimal('How many the client picks', { whole: true, min: 1, max: 20 }),
  datumId: optionalId(),
  criteria: yup
    .array(
      yup.object({
        id: optionalId(),
        requirementId: optionalId(),
        name: line('The name of the criterion'),
        weight: decimal('The weight', { min: 0 }),
        anchors: yup.string().trim().default('').max(400, 'The anchors may have at most 400 characters.'),
      }),
    )
    .default([])
    .min(1, 'At least one criterion is needed.')
    .max(20, 'At most 20 criteria.')
    .test('weighed', 'At least one criterion needs a weight above 0.', (list) =>
      (list ?? []).some(({ weight }) => Number(String(weight).replace(',', '.')) !== 0),
    ),
  concepts: yup.array(id('The concept')).default([]).min(2, 'Choose at least two concepts.').max(60),
});
export const closeSchema = yup.object({ ...place, id: id('The selection'), closed: yup.boolean().required() });
export const rateSchema = yup.object({
  ...place,
  selectionId: id('The selection'),
  scores: yup
    .array(
      yup.object({
        conceptId: id('The concept'),
        criterionId: id('The criterion'),
        score: yup
          .string()
          .default('')
          .oneOf(['', ...SCALE.map(String)], 'From 1 to 5.'),
      }),
    )
    .default([])
    .max(1200),
});
export const markSchema = yup.object({
  ...place,
  selectionId: id('The selection'),
  /** The marks that were shown. */
  seen: seen(),
  marks: yup
    .array(
      yup.object({
        conceptId: id('The concept'),
        criterionId: id('The criterion'),
        mark: yup.string().default('').oneOf(['', '-1', '0', '1']),
      }),
    )
    .default([])
    .max(1200),
});
const once = (list: readonly (string | null | undefined)[] | undefined) => {
  const given = (list ?? []).filter(Boolean);
  return new Set(given).size === given.length;
};
export const ballotSchema = yup.object({
  ...place,
  selectionId: id('The selection'),
  ranking: yup
    .array(yup.object({ conceptId: optionalId() }))
    .default([])
    .max(200)
    .test('once', 'A concept can have one place only.', (list) => once(list?.map(({ conceptId }) => conceptId))),
});
export const choiceSchema = yup.object({
  ...place,
  id: id('The choice'),
  selectionId: id('The selection'),
  picks: yup
    .array(
      yup.object({
        conceptId: optionalId(),
        reason: yup.string().trim().default('').max(600, 'A reason may have at most 600 characters.'),
      }),
    )
    .default([])
    .max(200)
    .test('some', 'Choose at least one.', (list) => (list ?? []).some(({ conceptId }) => conceptId))
    .test('once', 'The same concept is chosen twice.', (list) => once(list?.map(({ conceptId }) => conceptId)))
    .test('why', 'Say in a few words why. The class learns from it.', (list) =>
      (list ?? []).every(({ conceptId, reason }) => !conceptId || reason !== ''),
    ),
});

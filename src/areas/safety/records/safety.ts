import * as yup from 'yup';
import { SUPERVISION } from '@/core/safety';
import { counted, date, id, key, line, place, prose } from '@/ui/forms/schema';
import { LIBRARY } from '@/areas/safety/shared/library';

const ids = yup.array(key()).default([]).max(200, 'At most 200 at once.');

export const hazardSchema = yup.object({
  ...place,
  name: line('The name of the hazard'),
  cautions: prose('The cautions').required('Write the cautions.'),
  equipment: yup.string().trim().default('').max(400, 'The equipment may have at most 400 characters.'),
  supervision: yup.string().oneOf(SUPERVISION, 'Choose one of the list.').required(),
  needsTraining: yup.boolean().default(false),
  needsReading: yup.boolean().default(false),
  stages: ids,
  machines: ids,
  protocols: ids,
  materials: ids,
});
export const removeHazardSchema = yup.object({ ...place, id: id('The hazard') });
export const librarySchema = yup.object({
  ...place,
  names: yup
    .array(
      yup
        .string()
        .oneOf(LIBRARY.map((one) => one.name))
        .required(),
    )
    .default([])
    .min(1, 'Choose at least one.')
    .max(60),
});
export const signOffSchema = yup.object({
  ...place,
  hazardId: id('The training'),
  people: yup.array(id('The student')).default([]).min(1, 'Choose at least one student.').max(200),
  signedOn: date('The day'),
  validUntil: yup
    .string()
    .transform((value: unknown) => (value === '' ? null : value))
    .nullable()
    .default(null)
    .matches(/^\d{4}-\d\d-\d\d$/, 'The last day is a date like 2026-10-05.')
    .test('order', 'The last day is before the day of the training.', function (until) {
      return !until || until >= (this.parent as { signedOn: string }).signedOn;
    }),
});
export const withdrawSignOffSchema = yup.object({ ...place, id: id('The sign-off') });
export const acknowledgeSchema = yup.object({
  ...place,
  teamId: id('The team'),
  hazardId: id('The hazard'),
  textVersion: counted().required(),
});
export const incidentSchema = yup.object({
  ...place,
  kind: yup
    .string()
    .oneOf(['incident', 'near miss'] as const)
    .required(),
  happenedOn: date('The day'),
  place: line('Where it happened'),
  what: prose('What happened').required('Say what happened.'),
  done: prose('What was done'),
});

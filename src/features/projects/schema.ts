import * as yup from 'yup';
import { date, line, place } from '@/ui/forms/schema';

const fields = {
  title: line('The title'),
  clientName: line('The client or competition'),
  eventDate: date('The day of the event'),
  timeZone: line('The time zone'),
  units: yup
    .string()
    .oneOf(['metric', 'US'] as const, 'Choose metric or US customary.')
    .required(),
};
export const newProjectSchema = yup.object(fields);
export const projectSchema = yup.object({
  ...place,
  ...fields,
  retentionUntil: date('The day until which data is kept'),
  normaliseWeights: yup.boolean().default(false),
});

import * as yup from 'yup';
import { CURRENCIES } from '@/core/dimensions';
import { date, line } from './schema';

/** What every project has from the start. */
export const projectFields = {
  title: line('The title'),
  clientName: line('The client or competition'),
  eventDate: date('The day of the event'),
  timeZone: line('The time zone'),
  units: yup
    .string()
    .oneOf(['metric', 'US'] as const, 'Choose metric or US customary.')
    .required(),
  currency: yup
    .string()
    .oneOf([...CURRENCIES], 'Choose what money is counted in.')
    .default('credits'),
};

import * as yup from 'yup';
import { date, decimal, id, line, place } from '@/ui/forms/schema';

const start = () =>
  yup
    .string()
    .required('A time is needed.')
    .matches(/^([01]\d|2[0-3]):[0-5]\d$/, 'A time like 10:05.');
const minutes = () => decimal('The length in minutes', { above: 0, max: 1440, whole: true });
const weekly = { is: 'weekly', then: (s: yup.AnySchema) => s };

export const sectionSchema = yup.object({
  ...place,
  name: line('The name of the section'),
  room: yup.string().trim().default('').max(80, 'A room may have at most 80 characters.'),
  firstDay: date('The first day'),
  lastDay: date('The last day'),
  kind: yup
    .string()
    .oneOf(['weekly', 'rotation'] as const)
    .required(),
  slots: yup
    .array(
      yup.object({
        day: yup
          .string()
          .oneOf(['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const)
          .required(),
        start: start(),
        minutes: minutes(),
      }),
    )
    .default([])
    .max(20, 'At most 20 meeting times.')
    .when('kind', { ...weekly, then: (s) => s.min(1, 'At least one meeting time is needed.') }),
  cycle: yup
    .string()
    .trim()
    .max(200, 'At most 200 characters.')
    .default('')
    .when('kind', { is: 'rotation', then: (s) => s.required('Letters of the cycle, like A B C D.') }),
  meetsOn: yup
    .string()
    .trim()
    .max(200, 'At most 200 characters.')
    .default('')
    .when('kind', { is: 'rotation', then: (s) => s.required('Letters the section meets on, like A C.') }),
  cycleFirstDay: yup
    .string()
    .max(10)
    .default('')
    .when('kind', { is: 'rotation', then: () => date('The day of the first letter') }),
  cycleStart: yup
    .string()
    .max(10)
    .default('')
    .when('kind', { is: 'rotation', then: () => start() }),
  cycleMinutes: yup
    .string()
    .max(10)
    .default('')
    .when('kind', { is: 'rotation', then: () => minutes() }),
  extra: yup
    .array(
      yup.object({ day: date('The day'), start: start(), minutes: minutes(), inReserve: yup.boolean().default(false) }),
    )
    .default([])
    .max(60, 'At most 60 extra meetings.'),
  lost: yup
    .array(
      yup.object({
        day: date('The day'),
        start: yup
          .string()
          .default('')
          .matches(/^(([01]\d|2[0-3]):[0-5]\d)?$/, 'A time like 10:05, or nothing for all of the day.'),
        reason: line('The reason'),
      }),
    )
    .default([])
    .max(60, 'At most 60 cancelled meetings.'),
  teamsReleased: yup.boolean().default(false),
});
export const noClassSchema = yup.object({
  ...place,
  usesSchoolDays: yup.boolean().default(true),
  days: yup
    .array(yup.object({ firstDay: date('The first day'), lastDay: date('The last day'), reason: line('The reason') }))
    .default([])
    .max(100, 'At most 100 entries.'),
});

export const schoolDaySchema = yup.object({
  firstDay: date('The first day'),
  lastDay: date('The last day'),
  reason: line('The reason'),
});
export const removeSchoolDaySchema = yup.object({ id: id('The entry') });

export const importDaysOffSchema = yup.object({
  ...place,
  days: yup
    .array(yup.object({ firstDay: date('The first day'), lastDay: date('The last day'), reason: line('The reason') }))
    .required()
    .min(1, 'Choose at least one.')
    .max(100, 'At most 100 entries at once.'),
});

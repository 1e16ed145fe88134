import * as yup from 'yup';
import { DOES } from '@/core/desk/entry';
import { counted, date, decimal, id, key, line, optionalId, place } from '@/ui/forms/schema';

const FORMATS = ['knockout', 'double', 'round-robin', 'swiss', 'lanes'] as const;
export const TIE_RULES = ['head-to-head', 'buchholz', 'sonneborn-berger', 'game-difference', 'wins'] as const;
const count = (what: string, min: number, max: number) => decimal(what, { min, max, whole: true });
const reason = (what: string) => yup.string().trim().default('').max(600, `${what} has at most 600 characters.`);

export const contestSchema = yup.object({
  ...place,
  name: line('The name'),
  position: count('The order', 0, 999),
  format: yup.string().oneOf(FORMATS).required(),
  sectionId: optionalId(),
  eventId: optionalId().when(['format', 'seeding'], {
    is: (format: string, seeding: string) => format === 'lanes' || seeding === 'event',
    then: (s) => s.required('Choose the event.'),
  }),
  seeding: yup
    .string()
    .oneOf(['given', 'event', 'drawn'] as const)
    .required(),
  takes: decimal('How many go through', { min: 2, max: 64, whole: true, optional: true }),
  teams: yup
    .array(yup.object({ id: id('The team') }))
    .default([])
    .max(64, 'At most 64 teams.'),
  thirdPlace: yup.boolean().default(false),
  reset: yup.boolean().default(true),
  legs: yup
    .string()
    .oneOf(['1', '2'] as const)
    .default('1'),
  rounds: decimal('The rounds', { min: 1, max: 63, whole: true, optional: true }),
  draws: yup.boolean().default(false),
  ties: yup
    .array(yup.object({ rule: yup.string().oneOf(TIE_RULES).required() }))
    .default([])
    .max(5, 'At most five rules.'),
  rings: count('The rings', 1, 20),
  minutesPerMatch: decimal('The time of a match', { above: 0, max: 600 }),
  changeover: decimal('The changeover', { min: 0, max: 120 }),
  restMinutes: decimal('The rest', { min: 0, max: 600 }),
  day: date('The day'),
  start: yup
    .string()
    .required('The start is needed.')
    .matches(/^([01]\d|2[0-3]):[0-5]\d$/, 'The start is a time like 10:05.'),
  minutes: count('The time available', 1, 1440),
  confirmed: yup.boolean().default(false),
  protestMinutes: count('The time for a protest', 0, 1440),
  cautions: yup.string().trim().default('').max(1000, 'The cautions have at most 1,000 characters.'),
});
export const contestIdSchema = yup.object({ ...place, id: id('The contest') });
export const openContestSchema = yup.object({
  ...place,
  id: id('The contest'),
  seed: yup.string().trim().default('').max(160, 'The seed has at most 160 characters.'),
});

/** What a desk sends: an entry for a contest, a decision about one, or a call to stop. */
export const deskSchema = yup.object({
  ...place,
  id: id('The entry'),
  contestId: optionalId(),
  does: yup
    .string()
    .oneOf([...DOES, 'confirm', 'choose', 'stop', 'lift'] as const)
    .required(),
  match: key().nullable().notRequired().default(null),
  ring: yup.number().integer().min(1).max(20).nullable().default(null),
  a: optionalId(),
  b: optionalId(),
  /** Who won, or who withdraws. */
  winner: optionalId(),
  drawn: yup.boolean().default(false),
  scores: yup.array(yup.number().min(-1e6).max(1e6).required()).nullable().default(null).max(2).min(2),
  reason: reason('The reason'),
  /** The entry that is confirmed or chosen. */
  of: optionalId(),
  /** Up to which number the desk had seen the contest: for what rests on all before it. */
  seen: counted().nullable().default(null),
});

export const protestSchema = yup.object({
  ...place,
  contestId: id('The contest'),
  match: key('Choose the match.'),
  teamId: id('The team'),
  what: yup.string().trim().required('Say what it is about.').max(1000, 'A protest has at most 1,000 characters.'),
});
export const rulingSchema = yup.object({
  ...place,
  id: id('The protest'),
  upheld: yup
    .string()
    .oneOf(['yes', 'no'] as const, 'Choose one of the two.')
    .required('Choose one of the two.'),
  ruling: yup.string().trim().required('Give the reason.').max(1000, 'A ruling has at most 1,000 characters.'),
});

import * as yup from 'yup';
import { SCHOOLS, SCORERS } from '@/core/rubric/kinds';
import { decimal, id, line, optionalId, place, prose } from '@/ui/forms/schema';

const short = (what: string, most: number) =>
  yup.string().trim().default('').max(most, `${what} may have at most ${most} characters.`);

export const rubricSchema = yup.object({
  ...place,
  name: line('The name'),
  about: prose('What it is about'),
  position: decimal('The order', { min: 0, max: 999, whole: true }),
  halfLevels: yup.boolean().default(false),
  school: yup.string().oneOf(SCHOOLS).default('mean'),
  criteria: yup
    .array(
      yup.object({
        name: line('The criterion'),
        scorer: yup.string().oneOf(SCORERS).default('judges'),
        measure: short('What it counts', 100),
        weight: decimal('The weight', { min: 0, max: 1000, optional: true }),
        max: decimal('The most points', { above: 0, max: 1000, optional: true }),
        evidence: short('The evidence', 400),
        anchors: prose('The anchors'),
        levels: yup
          .array(
            yup.object({
              name: short('The name of the level', 80),
              points: decimal('The points', { min: 0, max: 1000 }),
              text: prose('The description'),
              atLeast: decimal('Where it begins', { optional: true }),
            }),
          )
          .default([])
          .max(10, 'At most 10 levels.'),
      }),
    )
    .default([])
    .min(1, 'At least one criterion is needed.')
    .max(30, 'At most 30 criteria.'),
});
export const rubricIdSchema = yup.object({ ...place, id: id('The rubric') });
export const usualRubricSchema = yup.object({ ...place, name: line('The rubric') });
export const anchorSchema = yup.object({
  ...place,
  rubricId: id('The rubric'),
  title: line('The title'),
  shows: prose('What it shows'),
  agreed: yup
    .array(
      yup.object({
        criterion: line('The criterion'),
        points: decimal('The agreed points', { min: 0, max: 1000 }),
        why: short('The reason', 600),
      }),
    )
    .default([])
    .min(1, 'At least one criterion is needed.')
    .max(30, 'At most 30 criteria.'),
});
export const anchorIdSchema = yup.object({ ...place, id: id('The worked example') });
export const panelSchema = yup.object({
  ...place,
  rubricId: id('The rubric'),
  perTeam: decimal('The number of judges for each team', { min: 1, max: 30, whole: true }),
  seed: line('The seed'),
});
const { version } = place;
const given = {
  teamId: id('The team'),
  scores: yup
    .array(
      yup.object({
        id: id('The score'),
        criterionId: id('The criterion'),
        points: decimal('Points', { optional: true, min: 0 }),
        remark: short('The remark', 600),
        version,
      }),
    )
    .default([])
    .max(30, 'At most 30 criteria.'),
  judgementId: optionalId(),
  judgementVersion: version,
  strong: short('What was strong', 600),
  next: short('What to do next', 600),
};
export const scoreSchema = yup.object({ ...place, ...given });
export const ownScoreSchema = yup.object({ ...place, rubricId: id('The rubric'), ...given });

export const peerRoundSchema = yup.object({
  ...place,
  name: line('The name'),
  questions: yup
    .array(yup.object({ text: line('The question'), anchors: prose('What the answers look like') }))
    .default([])
    .min(1, 'At least one question is needed.')
    .max(12, 'At most 12 questions.'),
  low: decimal('The lowest factor', { min: 0, max: 1 }),
  high: decimal('The highest factor', { min: 1, max: 3 }),
  minimumRaters: decimal('The fewest answers', { min: 1, max: 10, whole: true }),
  isOpen: yup.boolean().default(true),
});
export const peerRatingSchema = yup.object({
  ...place,
  roundId: id('The peer rating'),
  ratings: yup
    .array(
      yup.object({
        id: id('The answer'),
        toId: id('The member'),
        version,
        answers: yup
          .array(
            yup
              .number()
              .integer()
              .min(1, 'Answers go from 1 to 5.')
              .max(5, 'Answers go from 1 to 5.')
              .required('Answer every question.'),
          )
          .default([])
          .max(12, 'At most 12 answers.'),
        remark: short('The remark', 600),
      }),
    )
    .default([])
    .min(1, 'Rate at least one member.')
    .max(40, 'At most 40 members.'),
});

export const schemeSchema = yup.object({
  ...place,
  share: yup
    .string()
    .oneOf(['equal', 'peers'] as const)
    .default('equal'),
  peerRoundId: optionalId().when('share', {
    is: 'peers',
    then: (s) => s.required('Choose the peer rating that gives the factors.'),
  }),
  missing: yup
    .string()
    .oneOf(['waits', 'zero'] as const)
    .default('waits'),
  perDay: decimal('The points off per day late', { min: 0, max: 100 }),
  graceDays: decimal('The days of grace', { min: 0, max: 60, whole: true }),
  mostLate: decimal('The most points off', { min: 0, max: 100, optional: true }),
  step: decimal('The rounding step', { above: 0, max: 100 }),
  rounding: yup
    .string()
    .oneOf(['half-up', 'half-even', 'up', 'down'] as const)
    .default('half-up'),
  bands: prose('The bands'),
  cap: decimal('The cap', { min: 0, max: 1000, optional: true }),
  floor: decimal('The floor', { min: 0, max: 1000, optional: true }),
  pass: decimal('The pass mark', { min: 0, max: 1000 }),
});
/** How an event’s result becomes percent; “kept” leaves a rule as it came with a bundle, where no fields here can show it. */
export const RULE_KINDS = ['points', 'bands', 'linear', 'deviation', 'best', 'benchmark', 'kept'] as const;
export const componentSchema = yup.object({
  ...place,
  name: line('The name'),
  position: decimal('The order', { min: 0, max: 999, whole: true }),
  weight: decimal('The weight', { min: 0, max: 10000 }),
  from: yup.string().trim().required('Choose where it comes from.').max(60),
  kind: yup.string().oneOf(RULE_KINDS).default('points'),
  better: yup
    .string()
    .oneOf(['higher', 'lower'] as const)
    .default('higher'),
  bands: prose('The bands'),
  fromValue: decimal('The value', { optional: true }),
  fromPercent: decimal('The percent', { min: 0, max: 200, optional: true }),
  toValue: decimal('The value', { optional: true }),
  toPercent: decimal('The percent', { min: 0, max: 200, optional: true }),
  target: decimal('The target', { optional: true }),
  step: decimal('The step', { above: 0, optional: true }),
  perStep: decimal('The points off per step', { min: 0, max: 200, optional: true }),
  overshoot: decimal('The points off for overshooting', { min: 0, max: 200, optional: true }),
  reference: decimal('The benchmark', { optional: true }),
  usesFactor: yup.boolean().default(false),
  dropLowest: decimal('How many are dropped', { min: 0, max: 20, whole: true }),
  cap: decimal('The cap', { min: 0, max: 1000, optional: true }),
  floor: decimal('The floor', { min: 0, max: 1000, optional: true }),
});
export const componentIdSchema = yup.object({ ...place, id: id('The component') });
export const marksSchema = yup.object({
  ...place,
  componentId: id('The component'),
  task: line('The task'),
  max: decimal('The most points', { above: 0, max: 10000 }),
  /** Lines of a CSV file with a head. */
  text: yup.string().default('').max(200_000, 'At most 200,000 characters at once.'),
  numberColumn: short('The column of the student number', 200),
  scoreColumn: short('The column of the mark', 200),
});
export const markSchema = yup.object({
  ...place,
  componentId: id('The component'),
  accountId: id('The student'),
  task: line('The task'),
  score: decimal('The mark', { min: 0, max: 10000, optional: true }),
  max: decimal('The most points', { above: 0, max: 10000 }),
  daysLate: decimal('The days late', { min: 0, max: 400 }),
  excused: yup.boolean().default(false),
  note: short('The note', 400),
});
export const countedTeamSchema = yup.object({
  ...place,
  componentId: id('The component'),
  accountId: id('The student'),
  teamId: optionalId(),
  reason: short('The reason', 160),
});
export const releaseSchema = yup.object({
  ...place,
  accountIds: yup.array(id('The student')).default([]).min(1, 'Nobody is chosen.').max(2000),
  reason: short('The reason', 600),
});
export const formerSchema = yup.object({
  ...place,
  eventId: id('The event'),
  season: line('The season'),
  results: prose('The results'),
});
export const systemSchema = yup.object({
  ...place,
  name: line('The name'),
  separator: yup
    .string()
    .oneOf([',', ';', 'tab'] as const)
    .default(','),
  decimal: yup
    .string()
    .oneOf(['.', ','] as const)
    .default('.'),
  columns: yup
    .array(yup.object({ head: line('The head'), what: yup.string().required('Choose what it holds.').max(60) }))
    .default([])
    .min(1, 'At least one column is needed.')
    .max(60, 'At most 60 columns.'),
});
export const systemIdSchema = yup.object({ ...place, id: id('The columns') });

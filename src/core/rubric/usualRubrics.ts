import type { Scorer } from './kinds';

export interface UsualCriterion {
  name: string;
  scorer?: Scorer;
  evidence?: string;
  /** From the lowest up; without any it is judged on a plain scale of so many points. */
  levels: readonly { name: string; points: number; text: string; atLeast?: number }[];
  max: number;
  measure?: { of: 'musts' | 'iterations' | 'reasons' };
}
export interface UsualRubric {
  name: string;
  about: string;
  halfLevels: boolean;
  criteria: readonly UsualCriterion[];
}

const NAMES = ['beginning', 'developing', 'sound', 'excellent'];
const four = (name: string, evidence: string, ...texts: string[]): UsualCriterion => ({
  name,
  evidence,
  max: texts.length,
  levels: texts.map((text, i) => ({ name: NAMES[i]!, points: i + 1, text })),
});
const scale = (name: string, max: number, evidence: string): UsualCriterion => ({ name, evidence, max, levels: [] });

/** Rubrics to start from; all of it is meant to be changed. */
export const USUAL_RUBRICS: readonly UsualRubric[] = [
  {
    name: 'Technical drawing',
    about: 'Each step includes those before it, so the points are those of the last step that is complete.',
    halfLevels: false,
    criteria: [
      {
        name: 'Drawing, step by step',
        evidence: 'the drawing as handed in',
        max: 6,
        levels: [
          { name: 'nothing', points: 0, text: 'No drawing, or one that another team could not read.' },
          { name: 'A', points: 1, text: 'Outline in the right proportions.' },
          { name: 'B', points: 2, text: 'Views that belong together, in the right places.' },
          { name: 'C', points: 3, text: 'Overall dimensions with units.' },
          { name: 'D', points: 4, text: 'Every dimension that is needed to make it, each given once.' },
          { name: 'E', points: 5, text: 'Materials, joints and the list of parts.' },
          { name: 'F', points: 6, text: 'Tolerances where parts meet; title block and scale complete.' },
        ],
      },
    ],
  },
  {
    name: 'Build quality',
    about: 'Look at the product in the hand, before and after its runs.',
    halfLevels: true,
    criteria: [
      four(
        'Workmanship',
        'the product',
        'Parts come loose when it is handled.',
        'Holds, but edges and joints are rough.',
        'Neat joints, true edges.',
        'Could be handed to the client as it is.',
      ),
      four(
        'Use of material',
        'bill of materials',
        'Far more than is needed.',
        'Some of it carries nothing.',
        'Little that could be left out.',
        'Every part carries its share, and the team can say which.',
      ),
      four(
        'Easy to repair',
        'a repair that was made',
        'Nothing can be taken apart.',
        'Takes longer than one attempt.',
        'One part can be changed within a few minutes.',
        'Spare parts are ready, and changed with hand tools.',
      ),
    ],
  },
  {
    name: 'Notebook',
    about: 'Somebody who was not there should be able to follow what was done, and why.',
    halfLevels: false,
    criteria: [
      four(
        'What was done and why',
        'iterations with their reasons',
        'Single words.',
        'What was done, without reasons.',
        'Reasons for most changes.',
        'Every change has its reason and what came of it.',
      ),
      four(
        'Evidence',
        'runs and readings',
        'Claims only.',
        'Some numbers without the settings.',
        'Runs with their settings.',
        'Numbers decide, and their spread is spoken of.',
      ),
      {
        name: 'Kept up',
        scorer: 'program',
        evidence: 'iterations in the record',
        max: 4,
        measure: { of: 'reasons' },
        levels: [
          { name: 'none', points: 0, text: 'No iteration with a reason and what was good and bad.', atLeast: 0 },
          { name: 'begun', points: 1, text: 'One such iteration.', atLeast: 1 },
          { name: 'kept', points: 3, text: 'Two of them.', atLeast: 2 },
          { name: 'steady', points: 4, text: 'Three or more.', atLeast: 3 },
        ],
      },
    ],
  },
  {
    name: 'Presentation',
    about: 'For the client and visitors: what it does, how we know, and what we would do next.',
    halfLevels: true,
    criteria: [
      four(
        'Answers the need',
        'the talk',
        'Speaks of the product only.',
        'Names the client’s need.',
        'Ties features to what the client asked for.',
        'Shows for each wish what became of it.',
      ),
      four(
        'Evidence',
        'slides and the product',
        'No numbers.',
        'Numbers without where they come from.',
        'Runs and readings for the main claims.',
        'Numbers with their spread, failures included.',
      ),
      four(
        'Clear to everybody',
        'the talk',
        'Hard to follow.',
        'Clear in parts.',
        'Clear; everybody speaks.',
        'Clear, within the time, and questions are answered.',
      ),
    ],
  },
  {
    name: 'Team work',
    about: 'Seen by the instructor over several meetings.',
    halfLevels: true,
    criteria: [
      {
        ...four(
          'Shares the work',
          'charter and meetings',
          'One works, others watch.',
          'Work is handed out by one.',
          'Everybody has a part of their own.',
          'Parts move to whoever is free, and help is offered.',
        ),
        scorer: 'instructor',
      },
      {
        ...four(
          'Settles differences',
          'meetings',
          'Quarrels stop the work.',
          'The loudest decides.',
          'They talk until they agree.',
          'They test instead of arguing.',
        ),
        scorer: 'instructor',
      },
    ],
  },
  {
    name: 'Process',
    about: 'Several levels of success count: something that works at all is worth half.',
    halfLevels: false,
    criteria: [
      {
        name: 'Meets the musts',
        scorer: 'program',
        evidence: 'verdicts on the newest iteration',
        max: 4,
        measure: { of: 'musts' },
        levels: [
          { name: 'not yet', points: 0, text: 'Fewer than half of the musts are met.', atLeast: 0 },
          { name: 'works at all', points: 2, text: 'Half of the musts are met.', atLeast: 50 },
          { name: 'nearly', points: 3, text: 'Three quarters of the musts are met.', atLeast: 75 },
          { name: 'all', points: 4, text: 'All musts are met.', atLeast: 100 },
        ],
      },
      {
        name: 'Iterations for each member',
        scorer: 'program',
        evidence: 'iterations in the record',
        max: 3,
        measure: { of: 'iterations' },
        levels: [
          { name: 'one try', points: 0, text: 'Fewer than one for every two members.', atLeast: 0 },
          { name: 'tried again', points: 2, text: 'One for every two members.', atLeast: 0.5 },
          { name: 'one each', points: 3, text: 'One for each member.', atLeast: 1 },
        ],
      },
      {
        ...four(
          'Learns from failures',
          'what broke and what was mended',
          'Throws the pieces away.',
          'Mends without looking.',
          'Finds the cause before mending.',
          'Finds the cause, mends it and shows that it holds.',
        ),
        scorer: 'instructor',
      },
    ],
  },
  {
    name: 'Overall impression',
    about: 'Several criteria, each judged on a plain scale.',
    halfLevels: true,
    criteria: [
      scale('Need', 25, 'the talk'),
      scale('Evidence', 35, 'runs and readings'),
      scale('Design', 25, 'the product'),
      scale('Talk', 15, 'the talk'),
    ],
  },
];

/** A stage of a plan to start from; what it comes after is named. */
export interface StartStage {
  name: string;
  meetings: number;
  shortest?: number;
  leadDays?: number;
  optional?: boolean;
  after?: readonly string[];
  /** Of `after`: what it follows by custom only. */
  byCustom?: readonly string[];
  handsIn?: string;
  /** What of it the program sees by itself, and how many. */
  evidence?: readonly ['runs' | 'concepts', number];
  needs?: string;
  cautions?: string;
}
export interface StartPlan {
  name: string;
  title: string;
  about: string;
  stages: readonly StartStage[];
}

const RULES = 'The rules of the school and of the workshop come first; whoever supervises decides what may be done.';
const CUTTING = `Cut away from the hand, on a mat, blade covered when it is laid down; glasses on. ${RULES}`;
const TESTING = `Nobody stands where parts can fly or fall; hands off while it is loaded or running. ${RULES}`;

/** Plans to start from, of our own making; every figure can be changed once the stages stand. */
export const STAGE_PLANS: readonly StartPlan[] = [
  {
    name: 'two-week-build',
    title: 'Two-week build',
    about: 'one small thing from brief to contest in about eight meetings',
    stages: [
      { name: 'Brief and warm-up', meetings: 1, handsIn: 'the rules in own words' },
      {
        name: 'Sketches',
        meetings: 1,
        after: ['Brief and warm-up'],
        handsIn: 'one sketch each',
        evidence: ['concepts', 1],
      },
      {
        name: 'Build',
        meetings: 3,
        shortest: 2,
        after: ['Sketches'],
        handsIn: 'a prototype that runs',
        cautions: CUTTING,
      },
      {
        name: 'Trial runs',
        meetings: 1,
        after: ['Build'],
        handsIn: 'three recorded runs',
        evidence: ['runs', 3],
        cautions: TESTING,
      },
      {
        name: 'Mend and improve',
        meetings: 1,
        optional: true,
        after: ['Trial runs'],
        handsIn: 'what was changed and why',
      },
      {
        name: 'Account of it',
        meetings: 1,
        after: ['Mend and improve'],
        byCustom: ['Mend and improve'],
        handsIn: 'notebook page',
      },
    ],
  },
  {
    name: 'nine-week-season',
    title: 'Nine-week competition season',
    about: 'two prototypes with a design review between them, for a day that can’t move',
    stages: [
      { name: 'Brief and client visit', meetings: 2, handsIn: 'questions and notes' },
      {
        name: 'Requirements',
        meetings: 2,
        shortest: 1,
        after: ['Brief and client visit'],
        handsIn: 'list of requirements',
      },
      {
        name: 'Concepts',
        meetings: 2,
        after: ['Requirements'],
        handsIn: 'one concept each',
        evidence: ['concepts', 1],
      },
      { name: 'Selection', meetings: 1, after: ['Concepts'], handsIn: 'chosen concept with reasons' },
      {
        name: 'First prototype',
        meetings: 4,
        shortest: 3,
        after: ['Selection'],
        handsIn: 'a prototype that runs',
        needs: 'cutting mats, hot glue',
        cautions: CUTTING,
      },
      {
        name: 'First trials',
        meetings: 2,
        shortest: 1,
        after: ['First prototype'],
        handsIn: 'recorded runs',
        evidence: ['runs', 3],
        needs: 'test rig',
        cautions: TESTING,
      },
      {
        name: 'Design review',
        meetings: 1,
        optional: true,
        after: ['First trials'],
        byCustom: ['First trials'],
        handsIn: 'what will be changed',
      },
      { name: 'Order of parts', meetings: 1, leadDays: 7, after: ['Selection'], handsIn: 'order with prices' },
      {
        name: 'Second prototype',
        meetings: 4,
        shortest: 3,
        after: ['Design review', 'Order of parts'],
        handsIn: 'a prototype that meets the musts',
        needs: 'cutting mats, hot glue',
        cautions: CUTTING,
      },
      {
        name: 'Measured trials',
        meetings: 2,
        shortest: 1,
        after: ['Second prototype'],
        handsIn: 'runs by the event’s protocol',
        evidence: ['runs', 3],
        needs: 'test rig',
        cautions: TESTING,
      },
      {
        name: 'Portfolio',
        meetings: 2,
        shortest: 1,
        after: ['Second prototype'],
        byCustom: ['Second prototype'],
        handsIn: 'portfolio',
      },
      {
        name: 'Rehearsal',
        meetings: 1,
        optional: true,
        after: ['Measured trials', 'Portfolio'],
        handsIn: 'one run as on the day',
        evidence: ['runs', 1],
      },
    ],
  },
  {
    name: 'two-term-capstone',
    title: 'Two-term capstone',
    about: 'a term of design that ends with approved drawings, a term of building and testing for a client',
    stages: [
      { name: 'Client and problem', meetings: 4, handsIn: 'problem statement' },
      {
        name: 'What exists already',
        meetings: 3,
        shortest: 2,
        after: ['Client and problem'],
        byCustom: ['Client and problem'],
        handsIn: 'research notes',
      },
      { name: 'Requirements', meetings: 4, shortest: 3, after: ['Client and problem'], handsIn: 'agreed requirements' },
      {
        name: 'Concepts',
        meetings: 4,
        after: ['Requirements', 'What exists already'],
        handsIn: 'concepts with expected numbers',
      },
      { name: 'Selection', meetings: 2, after: ['Concepts'], handsIn: 'selection with the client’s choice' },
      {
        name: 'Mock-up',
        meetings: 4,
        shortest: 3,
        after: ['Selection'],
        handsIn: 'mock-up and what it showed',
        cautions: CUTTING,
      },
      {
        name: 'Drawings',
        meetings: 6,
        shortest: 5,
        after: ['Selection', 'Mock-up'],
        byCustom: ['Mock-up'],
        handsIn: 'approved drawings',
      },
      {
        name: 'Design report',
        meetings: 3,
        shortest: 2,
        after: ['Drawings'],
        byCustom: ['Drawings'],
        handsIn: 'report of the first term',
      },
      { name: 'Order of parts', meetings: 1, leadDays: 21, after: ['Drawings'], handsIn: 'order with prices' },
      {
        name: 'Build',
        meetings: 12,
        shortest: 9,
        after: ['Order of parts'],
        handsIn: 'whole prototype',
        cautions: CUTTING,
      },
      { name: 'Tests', meetings: 5, shortest: 4, after: ['Build'], handsIn: 'test records', cautions: TESTING },
      {
        name: 'Second iteration',
        meetings: 6,
        shortest: 4,
        optional: true,
        after: ['Tests'],
        handsIn: 'changed parts and their tests',
        cautions: CUTTING,
      },
      {
        name: 'Final report',
        meetings: 4,
        shortest: 3,
        after: ['Tests', 'Second iteration'],
        byCustom: ['Second iteration'],
        handsIn: 'report and manual',
      },
      { name: 'Handover', meetings: 1, after: ['Final report'], handsIn: 'the thing and its papers' },
    ],
  },
  {
    name: 'whole-class-build',
    title: 'Shared build by the whole class',
    about: 'parts by many hands that must fit: first on paper, then in trial material, then for good',
    stages: [
      { name: 'Brief and division of parts', meetings: 2, handsIn: 'who draws which part' },
      {
        name: 'Part drawings',
        meetings: 3,
        shortest: 2,
        after: ['Brief and division of parts'],
        handsIn: 'drawing of each part',
      },
      { name: 'Checking of interfaces', meetings: 1, after: ['Part drawings'], handsIn: 'checked by somebody else' },
      {
        name: 'Trial parts',
        meetings: 3,
        after: ['Checking of interfaces'],
        handsIn: 'parts in trial material',
        cautions: CUTTING,
      },
      { name: 'Trial assembly', meetings: 1, after: ['Trial parts'], handsIn: 'list of what does not fit' },
      { name: 'Material delivery', meetings: 1, leadDays: 10, after: ['Checking of interfaces'], handsIn: 'order' },
      {
        name: 'Final parts',
        meetings: 4,
        shortest: 3,
        after: ['Trial assembly', 'Material delivery'],
        handsIn: 'parts in final material',
        cautions: CUTTING,
      },
      { name: 'Assembly', meetings: 2, after: ['Final parts'], handsIn: 'the whole thing' },
      { name: 'Load test', meetings: 1, after: ['Assembly'], handsIn: 'record of the test', cautions: TESTING },
      {
        name: 'Account of it',
        meetings: 1,
        optional: true,
        after: ['Assembly'],
        byCustom: ['Assembly'],
        handsIn: 'each part’s page',
      },
    ],
  },
];
export const PLAN_NAMES: string[] = STAGE_PLANS.map((plan) => plan.name);

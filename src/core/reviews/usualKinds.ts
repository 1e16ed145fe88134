import type { AgendaItem } from './agenda';

/** What a review is for; it decides what the packet and the room ask. */
export const PURPOSES_OF_REVIEW = [
  'proposal',
  'drawing',
  'mid',
  'readiness',
  'failed test',
  'final',
  'unveiling',
] as const;
export type Purpose = (typeof PURPOSES_OF_REVIEW)[number];

/** What each purpose is called where it is chosen. */
export const KIND_WORD: Record<Purpose, string> = {
  proposal: 'proposal to the client',
  drawing: 'drawings, before material',
  mid: 'mid-project',
  readiness: 'readiness for test',
  'failed test': 'after a failed test',
  final: 'final',
  unveiling: 'unveiling to the client',
};

/** A kind of review to start from, and to change. */
export interface UsualKind {
  name: string;
  purpose: Purpose;
  /** Its minutes say how the time of a team is shared out; they are fitted to the minutes there are. */
  agenda: readonly AgendaItem[];
  /** What the panel looks at. */
  checklist: readonly string[];
  /** What the team answers beforehand. */
  questions: readonly string[];
}
const item = (title: string, minutes: number): AgendaItem => ({ title, minutes });

/** The seven kinds of review that projects of this sort hold. */
export const USUAL_KINDS: readonly UsualKind[] = [
  {
    name: 'Proposal to the client',
    purpose: 'proposal',
    agenda: [item('What the client needs', 2), item('The proposal', 4), item('Questions', 3), item('Verdict', 1)],
    checklist: [
      'Every must of the client is answered',
      'What is not promised is said',
      'The cost is stated',
      'The client can say no to a part of it',
    ],
    questions: ['What do you promise the client, and what not?', 'Which wish was hardest to meet?'],
  },
  {
    name: 'Drawing review',
    purpose: 'drawing',
    agenda: [item('Walk through the drawings', 4), item('Questions', 4), item('Verdict and actions', 2)],
    checklist: [
      'Every part has its dimensions and its material',
      'Interfaces agree on both sides',
      'What is dangerous to make is marked',
      'The list of material is complete and within the rules',
      'Somebody else has checked the drawings',
    ],
    questions: ['Which part would you redraw if you had a day more?', 'What material do you ask for?'],
  },
  {
    name: 'Mid-project review',
    purpose: 'mid',
    agenda: [
      item('What changed since the last review', 2),
      item('Evidence', 4),
      item('Findings', 3),
      item('Verdict and actions', 1),
    ],
    checklist: [
      'Findings of the last review are mended',
      'Each change has a reason and a result',
      'The plan still reaches the event',
    ],
    questions: ['What worries you most?', 'What would you do with one more meeting?'],
  },
  {
    name: 'Readiness for test',
    purpose: 'readiness',
    agenda: [item('Evidence on each must', 4), item('Hazards and who stands where', 3), item('Go or no go', 1)],
    checklist: [
      'The protocol is known to everybody at the rig',
      'Cautions are read and people are signed off',
      'Nothing is loose, cracked or untested',
      'It is known what ends the test',
    ],
    questions: ['What is most likely to break?', 'What do you expect to measure?'],
  },
  {
    name: 'After a failed test',
    purpose: 'failed test',
    agenda: [
      item('What happened', 2),
      item('Why, from the pieces', 3),
      item('What changed since', 3),
      item('Verdict', 2),
    ],
    checklist: [
      'The pieces were looked at before they were thrown away',
      'The reason is named, and not only the part',
      'One thing was changed at a time',
      'The test that failed is planned again',
    ],
    questions: ['What broke first, and how do you know?', 'What did you change since, and why that?'],
  },
  {
    name: 'Final review',
    purpose: 'final',
    agenda: [
      item('The product', 3),
      item('Evidence on every requirement', 4),
      item('Questions', 2),
      item('Verdict', 1),
    ],
    checklist: [
      'Every must conforms, or the client accepted what does not',
      'Findings of all reviews are closed',
      'The account can be followed by somebody who was not there',
    ],
    questions: ['What would the next team do differently?', 'Which number are you surest of, and why?'],
  },
  {
    name: 'Unveiling to the client',
    purpose: 'unveiling',
    agenda: [
      item('The product at work', 4),
      item('Wish by wish', 4),
      item('Care and limits', 2),
      item('The client', 2),
    ],
    checklist: [
      'Each wish is answered in the client’s words',
      'Care, spare parts and limits are handed over in writing',
    ],
    questions: ['How is it used safely?', 'What must not be done with it?', 'How is it cared for?'],
  },
];

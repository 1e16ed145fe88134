import type { PeerRound } from './peers';

/** Questions to start a peer rating from. */
export const USUAL_ROUND: Omit<PeerRound, 'id' | 'version' | 'name'> = {
  low: 0.8,
  high: 1.2,
  minimumRaters: 2,
  isOpen: true,
  questions: [
    {
      text: 'Does their share of the work',
      anchors: [
        'Leaves it to others',
        'Does less than agreed',
        'Does what was agreed',
        'Does a little more than agreed',
        'Carries more than an equal share',
      ],
    },
    {
      text: 'Keeps the team going',
      anchors: [
        'Holds others up',
        'Is often not ready',
        'Is there and ready',
        'Helps when asked',
        'Sees what is needed and does it',
      ],
    },
    {
      text: 'Brings in what the design needs',
      anchors: [
        'Has no part in decisions',
        'Goes along',
        'Brings ideas',
        'Brings ideas and tests them',
        'Brings ideas, tests them and explains what came of it',
      ],
    },
  ],
};

/** What comes before everything that the program says about safety. */
export const FIRST =
  'Local codes, the school’s rules and licensed practice come first; whoever supervises decides. Nothing here replaces the law or a professional’s judgement.';

/** How close an adult is. */
export const SUPERVISION = ['usual', 'in the room', 'beside', 'by an adult'] as const;
export type Supervision = (typeof SUPERVISION)[number];

/** Whether an adult has to be at the work itself, so that students don't begin it alone. */
export function asksAdult(levels: readonly Supervision[]): boolean {
  return levels.some((level) => level === 'beside' || level === 'by an adult');
}

export const SUPERVISION_WORDS: Record<Supervision, string> = {
  usual: 'as usual in class',
  'in the room': 'an adult in the room',
  beside: 'an adult beside it',
  'by an adult': 'done by an adult',
};

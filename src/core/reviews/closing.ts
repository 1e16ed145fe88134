/** Who may close a finding, as the course says. */
export const CLOSERS = ['anybody', 'another', 'instructor'] as const;
export type Closer = (typeof CLOSERS)[number];

/**
 * Why somebody may not close a finding; null when they may. Under "another" it is closed by somebody else than who mends it; as long
 * as nobody is named for that, whoever leads closes it.
 */
export function closeRefusal(input: {
  rule: Closer;
  leads: boolean;
  /** Whether the person is the one who mends it; and whether anybody is named at all. */
  isOwner: boolean;
  hasOwner: boolean;
}): string | null {
  const { rule, leads, isOwner, hasOwner } = input;
  if (leads || rule === 'anybody') return null;
  if (rule === 'instructor') return 'Your instructor closes findings in this course.';
  if (isOwner) return 'Somebody else than you closes it, because you mend it.';
  if (!hasOwner) return 'Name who mends it first; somebody else closes it then.';
  return null;
}

/** A stored charter as its form shows it. */
export function charterForm(row: Record<string, unknown>): Record<string, unknown> {
  const { works, musts, beats, working } = row;
  return { works, musts, beats, working };
}
export const NEW_CHARTER = { works: '', musts: '', beats: '', working: '' };

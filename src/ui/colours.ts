/** Tag colours of teams, distinguishable on paper and slate; a team keeps its number, the name stands beside it. */
export const TAG_COLOURS = [
  '#3b4a57',
  '#8a6d3b',
  '#2c5a78',
  '#9a7b1e',
  '#5b4b8a',
  '#a3242b',
  '#3f6b3a',
  '#7a3d63',
  '#1f7a74',
  '#b5562b',
  '#6b6f72',
  '#4f7fb0',
] as const;

export function tagColour(index: number): string {
  return TAG_COLOURS[index % TAG_COLOURS.length]!;
}

/**
 * Tag colours of teams, by name. Any two differ clearly to the usual eye and to one without red or green receptors, on paper and
 * on slate (colours.test.ts works it out); a team keeps its number, and its name stands beside the tag.
 */
export const TAGS = [
  ['#305048', 'pine'],
  ['#66401a', 'bark'],
  ['#70a6db', 'sky'],
  ['#6d8722', 'olive'],
  ['#6d2287', 'plum'],
  ['#9c5e8d', 'heather'],
  ['#4e835b', 'fern'],
  ['#7070db', 'bellflower'],
  ['#8fbcb1', 'mist'],
  ['#32c87d', 'jade'],
  ['#7dc832', 'lime'],
  ['#3232c8', 'ink blue'],
] as const;

export function tagColour(index: number): string {
  return TAGS[index % TAGS.length]![0];
}

const graphemes = new Intl.Segmenter('en', { granularity: 'grapheme' });

/** The first letter as it is read, with all that belongs to it. */
function initialOf(word: string): string {
  for (const { segment } of graphemes.segment(word)) return segment;
  return '';
}

/**
 * A text without the names of some people, as strangers are to read it: full names, and first names with an initial, in whole
 * words and any case, become "a student". A first name alone is left, as it may be any word.
 */
export function withoutNames(text: string, names: readonly string[]): string {
  const told = names
    .filter((name) => /\s/.test(name.trim()))
    .flatMap((name) => [name.trim(), shortName(name)])
    .map((name) => name.replace(/[^\p{L}\p{N}\s]/gu, '\\$&').replace(/\s+/g, '\\s+'));
  if (told.length === 0) return text;
  return text.replace(new RegExp(`(?<![\\p{L}\\p{N}])(?:${told.join('|')})(?![\\p{L}\\p{N}])`, 'giu'), 'a student');
}

/** A person's name for a screen that others see: first name and initial. */
export function shortName(name: string): string {
  const [first = '', ...rest] = name.trim().split(/\s+/);
  const last = rest.at(-1);
  return last ? `${first} ${initialOf(last)}.` : first;
}

const PERSON = /^\p{Lu}\S*(?:\s+\p{Lu}\S*)+$/u;

/** Who did something, for others to read: a person by first name and initial; what a link is called ("Helper at the rig") as it stands. */
export function whoDid(name: string): string {
  return PERSON.test(name.trim()) ? shortName(name) : name;
}

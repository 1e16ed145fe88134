const graphemes = new Intl.Segmenter('en', { granularity: 'grapheme' });

/** The first letter as it is read, with all that belongs to it. */
function initialOf(word: string): string {
  for (const { segment } of graphemes.segment(word)) return segment;
  return '';
}

/** A person's name for a screen that others see: first name and initial. */
export function shortName(name: string): string {
  const [first = '', ...rest] = name.trim().split(/\s+/);
  const last = rest.at(-1);
  return last ? `${first} ${initialOf(last)}.` : first;
}

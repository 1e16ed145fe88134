/**
 * The selected words as they stand in an answer, whatever the browser made of its line breaks; null when they are no part
 * of it, as when somebody selected across two answers.
 */
export function sentenceWithin(answer: string, selected: string): string | null {
  const words = selected.trim().split(/\s+/).filter(Boolean);
  if (words.length === 0) return null;
  const pattern = words.map((word) => word.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')).join('\\s+');
  const found = new RegExp(pattern).exec(answer);
  return found ? found[0].replace(/\s+/g, ' ').trim() : null;
}

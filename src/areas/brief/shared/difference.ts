import { diffLines, diffWords } from 'diff';
import type { BriefContent } from '@/areas/brief/read/brief';
import { asTexts } from './parts';

export interface Piece {
  text: string;
  does: 'stays' | 'added' | 'removed';
}
export interface PartChange {
  name: string;
  pieces: Piece[];
}

/** The parts of a brief that differ between two versions, word by word, or a list thing by thing; none when they say the same. */
export function briefDifference(before: BriefContent, after: BriefContent): PartChange[] {
  const was = asTexts(before);
  return asTexts(after).flatMap(([name, text, list], i): PartChange[] => {
    const old = was[i]![1];
    if (old === text) return [];
    const diff = list ? diffLines(`${old}\n`, `${text}\n`) : diffWords(old, text);
    const pieces = diff.map(({ value, added, removed }): Piece => ({
      text: value,
      does: added ? 'added' : removed ? 'removed' : 'stays',
    }));
    return [{ name, pieces }];
  });
}

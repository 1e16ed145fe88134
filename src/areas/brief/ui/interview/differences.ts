import { isFilling, meaningOf } from '@/core/wording';

/** A piece of a note: whether every other account has it too, nobody else has it, or only some do. */
export interface Piece {
  text: string;
  shared: 'all' | 'some' | 'none';
  /** Holds a figure. */
  figure: boolean;
}

const WORD = /[\p{L}\p{N}]+(?:[.,'’-][\p{L}\p{N}]+)*/gu;
/** A word by its meaning; null for filling words, which make no difference. */
const plain = (word: string) => (isFilling(word) ? null : ([...meaningOf(word).words][0] ?? null));

/**
 * Compares what several people noted about one answer, word by word and by meaning (plural, endings and filling words make
 * no difference): for each text its pieces in order, put together they are the text again. A single text has nothing to differ from: all is shared.
 */
export function differences(texts: readonly string[]): Piece[][] {
  const words = texts.map((text) => new Set((text.match(WORD) ?? []).map(plain)));
  return texts.map((text, i) => {
    const others = words.filter((_, j) => j !== i);
    const pieces: Piece[] = [];
    let at = 0;
    const add = (piece: Piece) => {
      const last = pieces.at(-1);
      if (last && last.shared === piece.shared && last.figure === piece.figure) last.text += piece.text;
      else if (piece.text) pieces.push(piece);
    };
    for (const match of text.matchAll(WORD)) {
      add({ text: text.slice(at, match.index), shared: 'all', figure: false });
      const word = plain(match[0]);
      const having = others.filter((set) => set.has(word)).length;
      const shared = word === null || having === others.length ? 'all' : having > 0 ? 'some' : 'none';
      add({ text: match[0], shared, figure: shared !== 'all' && /\p{N}/u.test(match[0]) });
      at = match.index + match[0].length;
    }
    add({ text: text.slice(at), shared: 'all', figure: false });
    return pieces;
  });
}

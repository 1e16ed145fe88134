import { CoreError } from '../shared/CoreError';
import { filled } from '../shared/check';

/**
 * Draws an order by lot that anybody can repeat: Fisher–Yates from the last position down, index = floor(u·(i + 1)), driven
 * by mulberry32 that is seeded with the 32-bit FNV-1a hash of the seed's text in UTF-8. The list is to be frozen before the
 * seed is known.
 * @param input names in their frozen order, and the seed's text as it was announced
 * @throws CoreError without a name or without a seed.
 * @example draw({ names: ['Basalt', 'Gneiss', 'Flint'], seed: '4711' })
 */
export function draw(input: { names: readonly string[]; seed: string }): { order: string[] } {
  const order = [...filled(input.names, 'The names to draw from')];
  if (typeof input.seed !== 'string' || input.seed === '')
    throw new CoreError('A draw needs an announced seed: any text, like the digits two people call out.');
  const random = mulberry32(fnv1a(input.seed));
  for (let last = order.length - 1; last > 0; last--) {
    const other = Math.floor(random() * (last + 1));
    [order[last], order[other]] = [order[other]!, order[last]!];
  }
  return { order };
}

/** The 32-bit FNV-1a hash of a text in UTF-8. */
function fnv1a(text: string): number {
  let hash = 0x811c9dc5;
  for (const byte of new TextEncoder().encode(text)) hash = Math.imul(hash ^ byte, 0x01000193);
  return hash >>> 0;
}

/** The generator mulberry32: numbers of [0, 1) from a 32-bit state. */
function mulberry32(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
}

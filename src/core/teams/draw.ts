import { CoreError } from '../shared/CoreError';
import { filled } from '../shared/check';
import { fnv1a, mulberry32 } from '../shared/random';

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

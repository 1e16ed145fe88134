/** Draws evenly from 0 (included) to 1 (excluded). */
export type RandomGenerator = () => number;

/** A seeded generator (mulberry32). */
export function randomFrom(seed: number): RandomGenerator {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** A standard normal number (Box and Muller). */
export function sampleNormal(random: RandomGenerator): number {
  return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}

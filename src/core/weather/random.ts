/** Randomness from a seed: the same seed gives the same numbers, so that what is computed from it can be computed again. */

/** Uniform in [0, 1), by Marsaglia's xorshift32 on a mixed seed. */
export function randomFrom(seed: number): () => number {
  let x = (Math.imul(seed ^ 0x9e3779b9, 0x85ebca6b) ^ (seed >>> 13)) | 0 || 1;
  return () => {
    x ^= x << 13;
    x ^= x >>> 17;
    x ^= x << 5;
    return (x >>> 0) / 4294967296;
  };
}

/** Standard normal, by Box and Muller. */
export const normal = (random: () => number): number =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());

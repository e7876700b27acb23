/** A source of numbers in [0, 1). */
export type Random = () => number;

/** A small seeded generator (mulberry32): the same seed gives the same numbers on every machine. */
export function seededRandom(seed: number): Random {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = state;
    mixed = Math.imul(mixed ^ (mixed >>> 15), mixed | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
}

/** A standard normal draw (Box and Muller). */
export function normalDraw(random: Random): number {
  return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}

/**
 * A gamma draw of the given shape and scale.
 * @see Marsaglia and Tsang, ACM Transactions on Mathematical Software 26 (2000) 363
 */
export function gammaDraw(random: Random, shape: number, scale: number): number {
  if (shape < 1) return gammaDraw(random, shape + 1, scale) * (1 - random()) ** (1 / shape);
  const d = shape - 1 / 3;
  const c = 1 / Math.sqrt(9 * d);
  for (;;) {
    const x = normalDraw(random);
    const v = (1 + c * x) ** 3;
    if (v > 0 && Math.log(1 - random()) < 0.5 * x * x + d - d * v + d * Math.log(v)) return d * v * scale;
  }
}

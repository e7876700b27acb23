/**
 * Error function, to about 1e-15: the Maclaurin series inside 3, a continued fraction of erfc beyond.
 * @see Abramowitz and Stegun, Handbook of Mathematical Functions, 7.1.5 and 7.1.14
 */
export function erf(x: number): number {
  const size = Math.abs(x);
  return Math.sign(x) * (size < 3 ? series(size) : 1 - complementaryFraction(size));
}

function series(x: number): number {
  let term = x;
  let sum = x;
  for (let n = 1; Math.abs(term) > 1e-17 * Math.abs(sum) && n < 200; n += 1) {
    term *= -(x * x) / n;
    sum += term / (2 * n + 1);
  }
  return (2 / Math.sqrt(Math.PI)) * sum;
}

function complementaryFraction(x: number): number {
  let fraction = 0;
  for (let n = 60; n >= 1; n -= 1) fraction = n / 2 / (x + fraction);
  return Math.exp(-x * x) / Math.sqrt(Math.PI) / (x + fraction);
}

/**
 * Error function, to about 1e-15: the Maclaurin series inside 3 (inside 1 by its coefficients, which is where most of a
 * film's masses lie), a continued fraction of erfc beyond.
 * @see Abramowitz and Stegun, Handbook of Mathematical Functions, 7.1.5 and 7.1.14
 */
export function erf(x: number): number {
  const size = Math.abs(x);
  if (size <= 1) return x * polynomial(x * x);
  return Math.sign(x) * (size < 3 ? series(size) : 1 - complementaryFraction(size));
}

/** (-1)^n/(n! (2 n + 1)) times 2/sqrt(pi). */
const COEFFICIENTS = Float64Array.from({ length: 20 }, (_, n) => {
  let factorial = 1;
  for (let k = 2; k <= n; k += 1) factorial *= k;
  return ((n % 2 === 0 ? 1 : -1) * 2) / (Math.sqrt(Math.PI) * factorial * (2 * n + 1));
});

function polynomial(square: number): number {
  let sum = 0;
  for (let n = COEFFICIENTS.length - 1; n >= 0; n -= 1) sum = sum * square + (COEFFICIENTS[n] as number);
  return sum;
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

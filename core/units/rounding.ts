/** Rounds half away from zero at a number of decimals; the error of binary fractions such as 1.005 is taken up. */
export function roundHalfAway(value: number, digits = 0): number {
  const factor = 10 ** digits;
  const scaled = Math.abs(value) * factor;
  const nearest = Math.round(scaled);
  const half = Math.floor(scaled) + 0.5;
  const rounded = Math.abs(scaled - half) < 1e-9 * Math.max(1, scaled) ? Math.ceil(half) : nearest;
  return (Math.sign(value) * rounded) / factor;
}

/** Rounds half away from zero at a number of decimals; the error of binary fractions such as 1.005 is taken up. */
export function roundHalfAway(value: number, digits = 0): number {
  const factor = 10 ** digits;
  const scaled = Math.abs(value) * factor;
  const nearest = Math.round(scaled);
  const half = Math.floor(scaled) + 0.5;
  const rounded = Math.abs(scaled - half) < 1e-9 * Math.max(1, scaled) ? Math.ceil(half) : nearest;
  return (Math.sign(value) * rounded) / factor;
}

/** Decimals that a share may have. */
const SHARE_DIGITS = 9;
const ONE = 10n ** BigInt(SHARE_DIGITS);

/**
 * A share of whole minor units, such as a tax or a discount, rounded half away from zero. It is worked out in whole numbers:
 * no binary fraction stands between a large amount and its half.
 * @param amount integer minor units @param share a fraction with nine decimals at most; what it has beyond is left out
 */
export function shareOf(amount: number, share: number): number {
  const product = BigInt(Math.round(amount)) * BigInt(Math.round(share * Number(ONE)));
  const magnitude = product < 0n ? -product : product;
  const rounded = (magnitude + ONE / 2n) / ONE;
  return Number(product < 0n ? -rounded : rounded);
}

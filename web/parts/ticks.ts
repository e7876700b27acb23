/** Marks of an axis of per cent from nought to the top of a picture, in whole steps: none says less or more than where it stands. */
export function percentTicks(top: number): number[] {
  const step = top > 20 ? 10 : 5;
  return Array.from({ length: Math.max(1, Math.ceil(top / step)) + 1 }, (_, at) => at * step);
}

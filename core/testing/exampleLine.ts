import type { SprayLineInput } from '../spray/line.ts';

/** Thirty holes in a pipe of 16 mm, six metres above a small pump. */
export const exampleLine: SprayLineInput = {
  orifices: 30,
  spacing: 0.4,
  orificeDiameter: 0.0015,
  pipeDiameter: 0.016,
  pump: { shutOffHead: 30, maxFlow: 80 },
  riser: { length: 12, diameter: 0.02 },
  lift: 6,
};

import type { Reckoning, ReckoningOverrides } from '../../contract/reckoning/endpoints.ts';

/**
 * What was set by hand and is still meant when one reckons again: whom one left out, and the dust. A loss typed by hand was
 * of the look that it was typed for.
 */
export function keptOverrides({ overrides, inspectionId }: Reckoning, lookId: string): ReckoningOverrides {
  const { lossNow, ...others } = overrides;
  return { ...others, ...(lossNow && inspectionId === lookId ? { lossNow } : {}) };
}

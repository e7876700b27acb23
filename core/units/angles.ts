/** Degrees to radians. */
export const radians = (degrees: number): number => (degrees * Math.PI) / 180;

/** Radians to degrees. */
export const degrees = (angle: number): number => (angle * 180) / Math.PI;

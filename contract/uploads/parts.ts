/** Largest part of a file, bytes: small enough to get through a weak signal in one go. */
export const LARGEST_PART = 512 * 1024;

/**
 * A number with its noun, in the singular where it is one.
 * @param many the plural, where it is not made with an s
 * @param shown the number as it is to be read, where plain figures will not do
 */
export const counted = (count: number, one: string, many = `${one}s`, shown = String(count)): string =>
  `${shown} ${count === 1 ? one : many}`;

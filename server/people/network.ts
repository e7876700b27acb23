import { isIPv6 } from 'node:net';

/** Groups of an address of the newer kind that name a network; the rest its owner counts through as they like. */
const OF_NETWORK = 4;
const ALL_GROUPS = 8;

/** The sixteen-bit groups of an address of the newer kind, however it is written. */
function groupsOf(address: string): number[] {
  const [bare = ''] = address.split('%');
  // The end may be written as an address of the older kind.
  const [, front = bare, tail] = /^(.*:)(\d+\.\d+\.\d+\.\d+)$/.exec(bare) ?? [];
  const [a = 0, b = 0, c = 0, d = 0] = (tail ?? '').split('.').map(Number);
  const ofTail = tail === undefined ? [] : [a * 256 + b, c * 256 + d];
  const [before = '', after] = front.replace(/(?<=[^:]):$/, '').split('::');
  const parsed = (text: string) =>
    text
      .split(':')
      .filter(Boolean)
      .map((group) => Number.parseInt(group, 16));
  const [first, last] = [parsed(before), [...parsed(after ?? ''), ...ofTail]];
  if (after === undefined) return [...first, ...ofTail];
  return [...first, ...Array<number>(Math.max(0, ALL_GROUPS - first.length - last.length)).fill(0), ...last];
}

/**
 * What counts as one caller: an address of the older kind, also where it is written as one of the newer; of the newer kind the
 * network (/64), of whose countless addresses its owner can use another each time.
 */
export function networkOf(address: string): string {
  if (!isIPv6(address)) return address;
  const groups = groupsOf(address);
  const mapped = groups.slice(0, 5).every((group) => group === 0) && groups[5] === 0xffff;
  if (mapped) {
    const [high = 0, low = 0] = groups.slice(6);
    return [high >> 8, high & 255, low >> 8, low & 255].join('.');
  }
  return `${groups
    .slice(0, OF_NETWORK)
    .map((group) => group.toString(16))
    .join(':')}::/64`;
}

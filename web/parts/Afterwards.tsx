import { type ReactNode, useDeferredValue } from 'react';

/** HTML that is made where nobody waits at a screen has all of it at once. */
const AT_ONCE = typeof document === 'undefined';

/** What a page goes on with below its figures: drawn as soon as these stand, so that nobody waits for it to read them. */
export function Afterwards({ children }: { children: ReactNode }) {
  return useDeferredValue(true, AT_ONCE) ? children : null;
}

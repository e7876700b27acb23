/**
 * Does a piece of work again and again, never twice at once, until it is stopped.
 * @param every pause between the end of one and the beginning of the next, ms
 * @returns stops it, and waits for what is under way
 */
export function repeat(work: () => Promise<void>, every: number, onError: (error: unknown) => void) {
  let timer: NodeJS.Timeout | undefined;
  let stopped = false;
  let under: Promise<void> = Promise.resolve();
  const next = () => {
    if (stopped) return;
    timer = setTimeout(() => {
      under = work().catch(onError).finally(next);
    }, every);
  };
  next();
  return async (): Promise<void> => {
    stopped = true;
    clearTimeout(timer);
    await under;
  };
}

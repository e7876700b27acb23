import { useState } from 'react';
import { dropDraft, keepDraft, readDraft } from '../api/drafts.ts';

export type Typed<T> = ReturnType<typeof useTyped<T>>;

/**
 * Something typed into a short form. It is kept on this device under its name until it is sent or thrown away, so that
 * no other button, page or dead battery loses it.
 * @param name what it is typed for; a component that changes it has to be keyed by it
 */
export function useTyped<T>(name: string, initial: T) {
  const [value, setValue] = useState<T>(() => readDraft<T>(name) ?? initial);
  return {
    value,
    type: (next: T) => {
      setValue(next);
      keepDraft(name, next);
    },
    /** call when it has been taken, or is not wanted */
    clear: (next: T = initial) => {
      setValue(next);
      dropDraft(name);
    },
  };
}

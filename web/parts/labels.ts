import { createContext, useContext, useEffect } from 'react';

/** What the fields of a form are called on the screen, by their name in it. */
export const Labels = createContext(new Map<string, string>());

/** Tells the form what a field is called, so that what is wrong with it is said in the words of the screen. */
export function useLabel(name: string, label: string): void {
  const labels = useContext(Labels);
  useEffect(() => {
    labels.set(name, label);
    return () => void labels.delete(name);
  }, [labels, name, label]);
}

/** A field that is not on the screen by its name: `site.lastWashed` is "last washed". In a list its whole place counts. */
export const fieldWords = (path: string): string =>
  /\d/.test(path) ? path : (path.split('.').at(-1) ?? path).replace(/([A-Z])/g, ' $1').toLowerCase();

/** What was typed and not yet sent, kept on this device under a name until it is sent or thrown away. */
const PREFIX = 'pail.draft.';

export function readDraft<T>(name: string): T | null {
  try {
    const text = localStorage.getItem(PREFIX + name);
    return text === null ? null : (JSON.parse(text) as T);
  } catch {
    return null;
  }
}

export function keepDraft(name: string, value: unknown): void {
  try {
    localStorage.setItem(PREFIX + name, JSON.stringify(value));
  } catch {
    // A full or closed store must not stop anybody from typing.
  }
}

export const dropDraft = (name: string): void => localStorage.removeItem(PREFIX + name);

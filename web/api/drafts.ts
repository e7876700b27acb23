/** What was typed and not yet sent, kept on this device under a name until it is sent or thrown away. */
const PREFIX = 'pail.draft.';

let owner = '';

/** Drafts are their writer's: whoever signs in next on the same device does not find them. @param personId empty for nobody */
export function draftsBelongTo(personId: string): void {
  owner = personId;
}

const keyOf = (name: string): string => (owner === '' ? PREFIX + name : `${PREFIX}${owner}.${name}`);

/** A draft from before drafts were somebody's is taken over by whoever finds it first. */
function taken(name: string): string | null {
  const own = localStorage.getItem(keyOf(name));
  if (own !== null || owner === '') return own;
  const former = localStorage.getItem(PREFIX + name);
  if (former === null) return null;
  localStorage.setItem(keyOf(name), former);
  localStorage.removeItem(PREFIX + name);
  return former;
}

export function readDraft<T>(name: string): T | null {
  try {
    const text = taken(name);
    return text === null ? null : (JSON.parse(text) as T);
  } catch {
    return null;
  }
}

export function keepDraft(name: string, value: unknown): void {
  try {
    localStorage.setItem(keyOf(name), JSON.stringify(value));
  } catch {
    // A full or closed store must not stop anybody from typing.
  }
}

export const dropDraft = (name: string): void => localStorage.removeItem(keyOf(name));

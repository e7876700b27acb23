import { useSyncExternalStore } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { keysSwitch } from './switch.ts';

const TYPED_INTO = 'textarea, select, [contenteditable], input:not([type=checkbox], [type=radio], [type=button])';

/** A key that belongs to the browser, to a field, or to a question that stands open. */
const isElsewhere = (event: KeyboardEvent): boolean =>
  event.ctrlKey ||
  event.altKey ||
  event.metaKey ||
  (event.target instanceof Element && event.target.matches(TYPED_INTO)) ||
  document.querySelector('.modal.show') !== null;

export const useKeysOn = (): boolean => useSyncExternalStore(keysSwitch.onTurned, keysSwitch.on);

/** Does something at single keys, unless somebody types or has turned them off. @param then is given the key */
export function useKeys(keys: readonly string[], then: (key: string) => void): void {
  const enabled = useKeysOn();
  useHotkeys(
    keys,
    (event) => then(event.key),
    { enabled, useKey: true, ignoreModifiers: true, enableOnFormTags: true, ignoreEventWhen: isElsewhere },
    [then],
  );
}

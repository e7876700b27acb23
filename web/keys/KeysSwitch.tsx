import { Form } from 'react-bootstrap';
import { keysSwitch } from './switch.ts';
import { useKeysOn } from './useKeys.ts';

/** Turns the keys of single letters off and on, on this device. */
export function KeysSwitch({ id }: { id: string }) {
  const on = useKeysOn();
  return (
    <Form.Check
      type="switch"
      id={id}
      label="Single keys turn pages on this device"
      checked={on}
      onChange={({ target }) => keysSwitch.turn(target.checked)}
    />
  );
}

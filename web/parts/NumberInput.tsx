import type { Ref } from 'react';
import { Form, InputGroup } from 'react-bootstrap';

interface NumberInputProps {
  id: string;
  text: string;
  /** unit, behind the number */
  symbol: string;
  wrong: boolean;
  describedBy?: string | undefined;
  inputRef?: Ref<HTMLInputElement>;
  onType: (text: string) => void;
  onBlur?: () => void;
}

/** Where a number is typed, with its unit behind it: the keypad of a phone comes up with a decimal mark. */
export function NumberInput({ id, text, symbol, wrong, describedBy, inputRef, onType, onBlur }: NumberInputProps) {
  return (
    <InputGroup>
      <Form.Control
        id={id}
        ref={inputRef}
        inputMode="decimal"
        autoComplete="off"
        value={text}
        onChange={(event) => onType(event.target.value)}
        onBlur={onBlur}
        isInvalid={wrong}
        aria-describedby={describedBy}
      />
      {symbol && <span className="unit-suffix">{symbol}</span>}
    </InputGroup>
  );
}

import type { Ref } from 'react';
import { Form, InputGroup } from 'react-bootstrap';

interface NumberInputProps {
  id?: string;
  text: string;
  /** unit, behind the number */
  symbol?: string;
  wrong?: boolean;
  /** a whole number: the keypad of a phone has no decimal mark */
  whole?: boolean;
  /** its name where no label stands beside it */
  label?: string;
  describedBy?: string | undefined;
  inputRef?: Ref<HTMLInputElement>;
  onType: (text: string) => void;
  onBlur?: () => void;
}

/** The one place where a number is typed, with its unit behind it; a phone brings up its keypad. */
export function NumberInput(props: NumberInputProps) {
  const { id, text, symbol, wrong = false, whole = false, label, describedBy, inputRef, onType, onBlur } = props;
  return (
    <InputGroup>
      <Form.Control
        id={id}
        ref={inputRef}
        inputMode={whole ? 'numeric' : 'decimal'}
        autoComplete="off"
        value={text}
        onChange={(event) => onType(event.target.value)}
        onBlur={onBlur}
        isInvalid={wrong}
        aria-label={label}
        aria-describedby={describedBy}
      />
      {symbol && <span className="unit-suffix">{symbol}</span>}
    </InputGroup>
  );
}

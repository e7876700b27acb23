import { useId, useState } from 'react';
import { Form, InputGroup } from 'react-bootstrap';
import { parseNumber } from '../../core/units/parse.ts';
import { formatForTyping } from '../../words/format.ts';
import { useGlass } from '../api/hooks.ts';

/**
 * A number on the bench: what is typed counts as soon as it can be used, and says so where it cannot. With `onEmpty` it
 * may be left empty.
 */
export function BenchNumber({
  label,
  suffix,
  value,
  min,
  max,
  onValue,
  onEmpty,
}: {
  label: string;
  suffix: string;
  value: number | null;
  min: number;
  max: number;
  onValue: (value: number) => void;
  onEmpty?: () => void;
}) {
  const glass = useGlass();
  const id = useId();
  const [text, setText] = useState(() => (value === null ? '' : formatForTyping(value, 'count', glass)));
  const [wrong, setWrong] = useState(false);
  const type = (typed: string) => {
    setText(typed);
    if (onEmpty && typed.trim() === '') {
      setWrong(false);
      return onEmpty();
    }
    const number = parseNumber(typed);
    const usable = number !== null && number >= min && number <= max;
    setWrong(!usable);
    if (usable) onValue(number);
  };
  return (
    <div>
      <Form.Label htmlFor={id}>{label}</Form.Label>
      <InputGroup>
        <Form.Control
          id={id}
          inputMode="decimal"
          value={text}
          isInvalid={wrong}
          onChange={(event) => type(event.target.value)}
        />
        <span className="unit-suffix">{suffix}</span>
      </InputGroup>
      {wrong && (
        <span className="field-error d-block">
          A number from {min} to {max}
        </span>
      )}
    </div>
  );
}

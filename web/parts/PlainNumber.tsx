import { useId, useState } from 'react';
import { Form } from 'react-bootstrap';
import { parseNumber } from '../../core/units/parse.ts';
import { formatForTyping } from '../../words/format.ts';
import { useUnits } from '../api/hooks.ts';
import { NumberInput } from './NumberInput.tsx';

/**
 * A number outside of a form: what is typed counts as soon as it can be used, and says so where it cannot. With `onEmpty` it
 * may be left empty.
 */
export function PlainNumber({
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
  const units = useUnits();
  const id = useId();
  const [text, setText] = useState(() => (value === null ? '' : formatForTyping(value, 'count', units)));
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
      <NumberInput id={id} text={text} symbol={suffix} wrong={wrong} onType={type} />
      {wrong && (
        <span className="field-error d-block">
          A number from {min} to {max}
        </span>
      )}
    </div>
  );
}

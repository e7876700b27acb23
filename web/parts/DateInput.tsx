import { useEffect, useState } from 'react';
import { Form } from 'react-bootstrap';
import { dateHint, parseDate } from '../../core/time/typed.ts';
import { formatDate } from '../../words/format.ts';
import { useUnits } from '../api/hooks.ts';

interface DateInputProps {
  id: string;
  /** ISO date; empty where there is none; anything else is shown as it was typed */
  value: string;
  /** the ISO date; empty where the field is; else what was typed, which is no date */
  onDate: (date: string) => void;
  onBlur?: () => void;
  isInvalid?: boolean;
  required?: boolean;
  size?: 'sm';
  describedBy?: string | undefined;
}

const ISO = /^\d{4}-\d{2}-\d{2}$/;

/** A date in the order in which the person reads dates, and not in the browser's. */
export function DateInput({ id, value, onDate, onBlur, isInvalid, required, size, describedBy }: DateInputProps) {
  const units = useUnits();
  const shown = (date: string) => (ISO.test(date) ? formatDate(date, units) : date);
  const [text, setText] = useState(() => shown(value));
  const [given, setGiven] = useState(value);
  // biome-ignore lint/correctness/useExhaustiveDependencies: only a value that was not typed here rewrites the text
  useEffect(() => {
    if (value === given) return;
    setText(shown(value));
    setGiven(value);
  }, [value, given]);
  return (
    <Form.Control
      id={id}
      autoComplete="off"
      inputMode="numeric"
      placeholder={dateHint(units.dateOrder)}
      value={text}
      onChange={(event) => {
        const typed = event.target.value;
        const date = typed.trim() === '' ? '' : (parseDate(typed, units.dateOrder) ?? typed);
        setText(typed);
        setGiven(date);
        onDate(date);
      }}
      onBlur={() => {
        setText(shown(given));
        onBlur?.();
      }}
      isInvalid={isInvalid ?? (given !== '' && !ISO.test(given))}
      {...(required ? { required } : {})}
      {...(size ? { size } : {})}
      {...(describedBy ? { 'aria-describedby': describedBy } : {})}
    />
  );
}

/** Whether what a date field holds is a date. */
export const isDate = (value: string): boolean => ISO.test(value);

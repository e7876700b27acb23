import { useId, useState } from 'react';
import { Form } from 'react-bootstrap';
import { AskDialog } from '../parts/AskDialog.tsx';
import { DateInput, isDate } from '../parts/DateInput.tsx';

interface AskDayProps {
  title: string;
  action: string;
  /** ISO date */
  day: string;
  /** whether a day asks for a reason, and what is said of it */
  asksWhy: (day: string) => string | null;
  onDay: (day: string, reason: string) => void;
  onClose: () => void;
  error?: unknown;
  busy?: boolean | undefined;
}

/** Asks for a day, and why where the day calls for it. */
export function AskDay({ day, asksWhy, onDay, ...dialog }: AskDayProps) {
  const id = useId();
  const [chosen, setChosen] = useState(day);
  const [reason, setReason] = useState('');
  const [asked, setAsked] = useState(false);
  const why = isDate(chosen) ? asksWhy(chosen) : null;
  const missing = why !== null && reason.trim() === '';
  const submit = () => {
    setAsked(true);
    if (isDate(chosen) && !missing) onDay(chosen, reason.trim());
  };
  return (
    <AskDialog {...dialog} onSubmit={submit}>
      <Form.Label htmlFor={`${id}-day`}>Day</Form.Label>
      <DateInput id={`${id}-day`} value={chosen} onDate={setChosen} isInvalid={asked && !isDate(chosen)} required />
      {asked && !isDate(chosen) && <div className="field-error">Type a date</div>}
      {why !== null && (
        <>
          <Form.Label htmlFor={id} className="mt-3">
            Reason
          </Form.Label>
          <Form.Control
            id={id}
            value={reason}
            maxLength={500}
            onChange={(event) => setReason(event.target.value)}
            isInvalid={asked && missing}
          />
          {asked && missing ? <div className="field-error">Say why in a few words</div> : <Form.Text>{why}</Form.Text>}
        </>
      )}
    </AskDialog>
  );
}

import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { FaceDrawing } from '../../contract/sites/drawing.ts';
import { FITTED_KINDS, type FittedKind } from '../../core/fittings/kinds.ts';
import { FITTED_WORDS } from '../../words/en/labels.ts';
import { formatDate } from '../../words/format.ts';
import { rowsOfText, textOfRows } from '../../words/rows.ts';
import { useUnits } from '../api/hooks.ts';
import { DateInput, isDate } from '../parts/DateInput.tsx';

interface FittedFieldsProps {
  fitted: FaceDrawing['fitted'];
  onFitted: (fitted: FaceDrawing['fitted']) => void;
}

/** What was fitted against a cause, and on which rows; the rows without it are what later visits hold it against. */
export function FittedFields({ fitted, onFitted }: FittedFieldsProps) {
  const units = useUnits();
  const [kind, setKind] = useState<FittedKind>('drain-clip');
  const [text, setText] = useState('');
  const [since, setSince] = useState('');
  const rows = rowsOfText(text);
  return (
    <fieldset>
      <legend>Fitted against a cause</legend>
      <ul className="plain-list">
        {fitted.map((one, at) => (
          <li key={one.kind + one.since}>
            <span>
              {FITTED_WORDS[one.kind]} on {one.rows.length === 1 ? 'row' : 'rows'} {textOfRows(one.rows)}, since{' '}
              {formatDate(one.since, units)}
            </span>
            <Button
              variant="quiet"
              className="end"
              aria-label={`Take out: ${FITTED_WORDS[one.kind]}`}
              onClick={() => onFitted(fitted.filter((_, other) => other !== at))}
            >
              take out
            </Button>
          </li>
        ))}
      </ul>
      <div className="two-of">
        <div className="full">
          <Form.Label htmlFor="fitted-kind">What</Form.Label>
          <Form.Select id="fitted-kind" value={kind} onChange={(event) => setKind(event.target.value as FittedKind)}>
            {FITTED_KINDS.map((one) => (
              <option key={one} value={one}>
                {FITTED_WORDS[one]}
              </option>
            ))}
          </Form.Select>
        </div>
        <div>
          <Form.Label htmlFor="fitted-rows">On rows</Form.Label>
          <Form.Control
            id="fitted-rows"
            placeholder="1-2, 4"
            value={text}
            isInvalid={text !== '' && rows === null}
            onChange={(event) => setText(event.target.value)}
          />
        </div>
        <div>
          <Form.Label htmlFor="fitted-since">Since</Form.Label>
          <DateInput id="fitted-since" value={since} onDate={setSince} />
        </div>
      </div>
      <Button
        variant="outline-primary"
        className="mt-2"
        disabled={rows === null || !isDate(since)}
        onClick={() => {
          onFitted([...fitted, { kind, rows: rows ?? [], since }]);
          setText('');
        }}
      >
        Add it
      </Button>
      <Form.Text className="d-block">Leave some rows without: they show what it did.</Form.Text>
    </fieldset>
  );
}

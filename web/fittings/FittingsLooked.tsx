import { useState } from 'react';
import { Form } from 'react-bootstrap';
import { useController } from 'react-hook-form';
import type { FaceDrawing } from '../../contract/sites/drawing.ts';
import { FITTED_FOUND, type FittedFound, type FittingLookedAt } from '../../core/fittings/kinds.ts';
import { FITTED_FOUND_WORDS, rowsInWords } from '../../words/en/fittings.ts';
import { FITTED_WORDS } from '../../words/en/labels.ts';
import { formatDate } from '../../words/format.ts';
import { rowsOfText, textOfRows } from '../../words/rows.ts';
import { useUnits } from '../api/hooks.ts';

type Fitting = FaceDrawing['fitted'][number];

/** Asks at a look how everything is that was fitted on the face: what is loose or gone does its work no more. */
export function FittingsLooked({ fitted }: { fitted: readonly Fitting[] }) {
  const { field } = useController({ name: 'fittings' });
  const found = (field.value ?? []) as FittingLookedAt[];
  if (fitted.length === 0) return null;
  return (
    <fieldset>
      <legend>What was fitted</legend>
      <div className="form-grid">
        {fitted.map((one) => (
          <OneLooked
            key={one.kind + one.since}
            fitting={one}
            found={found.find((other) => isOf(one, other))}
            onFound={(next) => field.onChange([...found.filter((other) => !isOf(one, other)), next])}
          />
        ))}
      </div>
    </fieldset>
  );
}

const isOf = (fitting: Fitting, { kind, since }: FittingLookedAt): boolean =>
  fitting.kind === kind && fitting.since === since;

function OneLooked({
  fitting: { kind, since, rows },
  found,
  onFound,
}: {
  fitting: Fitting;
  found: FittingLookedAt | undefined;
  onFound: (found: FittingLookedAt) => void;
}) {
  const units = useUnits();
  const [text, setText] = useState(textOfRows(found?.rows.length ? found.rows : rows));
  const state = found?.found ?? 'not-seen';
  const id = `fitted-${kind}-${since}`;
  const amiss = (one: FittedFound) => one === 'loose' || one === 'gone';
  const tell = (next: FittedFound, typed: string) =>
    onFound({ kind, since, found: next, rows: amiss(next) ? (rowsOfText(typed) ?? []) : [] });
  return (
    <>
      <div>
        <Form.Label htmlFor={id}>
          {FITTED_WORDS[kind]} on {rowsInWords(rows)}
        </Form.Label>
        <Form.Select id={id} value={state} onChange={(event) => tell(event.target.value as FittedFound, text)}>
          {FITTED_FOUND.map((one) => (
            <option key={one} value={one}>
              {FITTED_FOUND_WORDS[one]}
            </option>
          ))}
        </Form.Select>
        <Form.Text>since {formatDate(since, units)}</Form.Text>
      </div>
      {amiss(state) && (
        <div>
          <Form.Label htmlFor={`${id}-rows`}>{state === 'loose' ? 'Loose on rows' : 'Gone from rows'}</Form.Label>
          <Form.Control
            id={`${id}-rows`}
            value={text}
            isInvalid={rowsOfText(text) === null}
            onChange={(event) => {
              setText(event.target.value);
              tell(state, event.target.value);
            }}
          />
          <Form.Text>
            {state === 'loose'
              ? 'It may fall: nobody stands under it. It is on the safety sheet from now on.'
              : 'Its rows count as without it from now on.'}
          </Form.Text>
        </div>
      )}
    </>
  );
}

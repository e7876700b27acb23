import { Form } from 'react-bootstrap';
import { type FittedKind, UNIT_OF_FITTING, WATER_STANDS, type WaterStands } from '../../core/fittings/kinds.ts';
import { CLIP_WORDS, EACH_WORDS, fittingName, rowsInWords, STANDS_WORDS } from '../../words/en/fittings.ts';
import { rowsOfText } from '../../words/rows.ts';
import { PlainMoney } from '../parts/PlainMoney.tsx';

interface FittingFieldsProps {
  kind: FittedKind;
  typed: { rows: string; stands: WaterStands; each: number | null };
  /** rows that have it */
  had: readonly number[];
  onTyped: (typed: FittingFieldsProps['typed']) => void;
}

/** On which rows a fitting goes, where the water stands, and what one of it costs. */
export function FittingFields({ kind, typed, had, onTyped }: FittingFieldsProps) {
  const wrong = typed.rows.trim() !== '' && rowsOfText(typed.rows) === null;
  return (
    <>
      <h2>{fittingName(kind)}</h2>
      <div className="form-grid">
        <div>
          <Form.Label htmlFor="fitting-rows">On rows</Form.Label>
          <Form.Control
            id="fitting-rows"
            placeholder="1-2, 4"
            value={typed.rows}
            isInvalid={wrong}
            aria-describedby="fitting-rows-said"
            onChange={(event) => onTyped({ ...typed, rows: event.target.value })}
          />
          <Form.Text id="fitting-rows-said" className={wrong ? 'field-error' : ''}>
            {wrong
              ? 'Name the rows that get it, such as 1-2, 4.'
              : had.length > 0
                ? `${rowsInWords(had).replace(/^r/, 'R')} ${had.length === 1 ? 'has' : 'have'} it already; leave one without.`
                : 'Row 1 is at the ridge. Leave one without.'}
          </Form.Text>
        </div>
        <PlainMoney
          label={`Price of ${EACH_WORDS[UNIT_OF_FITTING[kind]]}, before tax`}
          amount={typed.each}
          onAmount={(each) => onTyped({ ...typed, each })}
          onEmpty={() => onTyped({ ...typed, each: null })}
        />
        {kind === 'drain-clip' && (
          <div className="wide">
            <Form.Label htmlFor="fitting-stands">Water stands</Form.Label>
            <Form.Select
              id="fitting-stands"
              value={typed.stands}
              onChange={(event) => onTyped({ ...typed, stands: event.target.value as WaterStands })}
            >
              {WATER_STANDS.map((stands) => (
                <option key={stands} value={stands}>
                  {STANDS_WORDS[stands]}
                </option>
              ))}
            </Form.Select>
            <Form.Text>{CLIP_WORDS[typed.stands]}: it drains where it is lowest, and nowhere else.</Form.Text>
          </div>
        )}
      </div>
    </>
  );
}

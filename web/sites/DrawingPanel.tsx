import { useId, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { FileProblem } from '../../contract/readFile.ts';
import type { RoofThing } from '../../contract/sites/drawing.ts';
import { arrayToJson, modulesToCsv } from '../../contract/sites/drawingFile.ts';
import type { SolarArray } from '../../contract/sites/endpoints.ts';
import { gridAbout, placeOfKey } from '../../core/sites/layout.ts';
import { ELECTRONICS, type Electronics } from '../../core/soiling/markedLoss.ts';
import { parseNumber } from '../../core/units/parse.ts';
import { fromUnits, unitOf } from '../../core/units/quantities.ts';
import { counted } from '../../words/counted.ts';
import { formatForTyping } from '../../words/format.ts';
import { useUnits } from '../api/hooks.ts';
import { NumberInput } from '../parts/NumberInput.tsx';
import { isPoint, THING_WORDS } from '../parts/RoofThings.tsx';
import { saveText } from '../parts/saveText.ts';
import { type Drawing, drawnOf } from './drawing.ts';
import type { Desk, Stroke } from './drawingDesk.ts';
import { FittedFields } from './FittedFields.tsx';

interface DrawingPanelProps {
  desk: Desk;
  array: SolarArray;
  onStroke: (stroke: Stroke) => void;
  onCopy: (cut: boolean) => void;
  onPaste: () => void;
  onFile: (name: string, text: string) => { drawing: Drawing } | { problems: FileProblem[] };
}

/** Beside the drawing: blocks, what is chosen, measures, things, and files. */
export function DrawingPanel({ desk, array, onStroke, onCopy, onPaste, onFile }: DrawingPanelProps) {
  const { now } = desk.history;
  const none = desk.selected.size === 0;
  return (
    <div className="drawing-panel">
      <Block onLay={(rows, columns) => onStroke({ do: 'block', rows, columns })} />
      <fieldset>
        <legend>{none ? 'What is chosen' : `${desk.selected.size} chosen`}</legend>
        <div className="d-flex flex-wrap gap-1">
          <Button variant="outline-primary" onClick={() => onStroke({ do: 'select-all' })}>
            All
          </Button>
          <Button variant="outline-primary" disabled={none} onClick={() => onCopy(false)}>
            Copy
          </Button>
          <Button variant="outline-primary" onClick={onPaste}>
            Paste
          </Button>
          <Button variant="outline-primary" disabled={none} onClick={() => onStroke({ do: 'take-away' })}>
            Take away
          </Button>
        </div>
        <div className="nudge">
          <span className="quiet">Move by one place</span>
          {NUDGES.map(({ words, sign, by }) => (
            <button
              type="button"
              key={words}
              disabled={none}
              aria-label={`Move ${words}`}
              onClick={() => onStroke({ do: 'shift', by })}
            >
              {sign}
            </button>
          ))}
        </div>
      </fieldset>
      <Strings desk={desk} array={array} onStroke={onStroke} />
      <fieldset>
        <legend>Slope</legend>
        <div className="two-of">
          <Length
            label="Modules to the ridge"
            value={now.toRidge}
            most={200}
            empty
            onLength={(value) => onStroke({ do: 'measure', what: 'toRidge', value })}
          />
          <Length
            label="Modules to the eave"
            value={now.toEave}
            most={200}
            empty
            onLength={(value) => onStroke({ do: 'measure', what: 'toEave', value })}
          />
        </div>
      </fieldset>
      <Things desk={desk} onStroke={onStroke} />
      <FittedFields fitted={now.fitted} onFitted={(fitted) => onStroke({ do: 'fit', fitted })} />
      <Files array={array} drawing={now} onFile={onFile} onOpen={(drawing) => onStroke({ do: 'open', drawing })} />
    </div>
  );
}

/** Strings out of what is chosen, the inverter that they end in, and electronics at each module. */
function Strings({ desk, array, onStroke }: Pick<DrawingPanelProps, 'desk' | 'array' | 'onStroke'>) {
  const [inverter, setInverter] = useState('');
  const { strings } = desk.history.now;
  const none = desk.selected.size === 0;
  const inverters = [...new Set(strings.flatMap((string) => string.inverter ?? []))];
  return (
    <fieldset>
      <legend>Strings</legend>
      <Button variant="outline-primary" disabled={none} onClick={() => onStroke({ do: 'wire' })}>
        Make a string
      </Button>
      <div className="electronics-of">
        <span className="quiet">Electronics</span>
        {ELECTRONICS.map((electronics) => (
          <Button
            key={electronics}
            variant="outline-primary"
            disabled={none}
            onClick={() => onStroke({ do: 'equip', electronics })}
          >
            {ELECTRONICS_WORDS[electronics]}
          </Button>
        ))}
      </div>
      <div className="inverter-of">
        <Form.Control
          aria-label="Inverter that the chosen strings end in"
          placeholder="Inverter, by name"
          list="inverters"
          maxLength={40}
          value={inverter}
          onChange={(event) => setInverter(event.target.value)}
        />
        <datalist id="inverters">
          {inverters.map((name) => (
            <option key={name} value={name} />
          ))}
        </datalist>
        <Button
          variant="outline-primary"
          disabled={none}
          onClick={() => onStroke({ do: 'equip', inverter: inverter.trim() || undefined })}
        >
          {inverter.trim() === '' ? 'No inverter' : 'Assign inverter'}
        </Button>
      </div>
      {strings.length > 0 && (
        <ul className="plain-list strings-list">
          {strings.map((string, at) => (
            <li key={string.name}>
              <button type="button" onClick={() => onStroke({ do: 'choose-string', at })}>
                {string.name}
              </button>
              <span className="quiet">
                {counted(string.modules.length, 'module')}
                {string.inverter && `, ends in ${string.inverter}`}
                {(string.electronics ?? array.electronics) === 'module' && ', electronics at each module'}
              </span>
            </li>
          ))}
        </ul>
      )}
    </fieldset>
  );
}

const ELECTRONICS_WORDS: Record<Electronics, string> = {
  string: 'at the inverter',
  module: 'at each module',
};

const NUDGES = [
  { words: 'left', sign: '←', by: { row: 0, column: -1 } },
  { words: 'up the slope', sign: '↑', by: { row: -1, column: 0 } },
  { words: 'down the slope', sign: '↓', by: { row: 1, column: 0 } },
  { words: 'right', sign: '→', by: { row: 0, column: 1 } },
];

function Block({ onLay }: { onLay: (rows: number, columns: number) => void }) {
  const [rows, setRows] = useState('3');
  const [columns, setColumns] = useState('6');
  const whole = (text: string, most: number) => {
    const value = parseNumber(text);
    return value !== null && Number.isInteger(value) && value >= 1 && value <= most ? value : null;
  };
  const [down, across] = [whole(rows, 200), whole(columns, 400)];
  return (
    <fieldset>
      <legend>A block where the keys stand</legend>
      <div className="block-of">
        <NumberInput label="Rows of the block" whole text={rows} wrong={down === null} onType={setRows} />
        <span>rows ×</span>
        <NumberInput label="Columns of the block" whole text={columns} wrong={across === null} onType={setColumns} />
        <span>columns</span>
        <Button
          variant="outline-primary"
          disabled={down === null || across === null}
          onClick={() => onLay(down ?? 1, across ?? 1)}
        >
          Lay
        </Button>
      </div>
    </fieldset>
  );
}

/** A length in the person's unit; it counts as soon as it can be used. */
function Length({
  label,
  value,
  most,
  least = 0,
  empty = false,
  onLength,
}: {
  label: string;
  value: number | null;
  most: number;
  least?: number;
  empty?: boolean;
  onLength: (value: number | null) => void;
}) {
  const units = useUnits();
  const id = useId();
  const shown = value === null ? '' : formatForTyping(value, 'length', units);
  const [typed, setTyped] = useState<string | null>(null);
  const read = (text: string): number | null => {
    const number = parseNumber(text);
    const metres = number === null ? null : fromUnits(number, 'length', units);
    return metres !== null && metres >= least && metres <= most ? metres : null;
  };
  const wrong = typed !== null && read(typed) === null && !(empty && typed.trim() === '');
  return (
    <div>
      <Form.Label htmlFor={id}>{label}</Form.Label>
      <NumberInput
        id={id}
        text={typed ?? shown}
        symbol={unitOf('length', units).symbol}
        wrong={wrong}
        onBlur={() => setTyped(null)}
        onType={(text) => {
          setTyped(text);
          if (empty && text.trim() === '') onLength(null);
          else if (read(text) !== null) onLength(read(text));
        }}
      />
    </div>
  );
}

function Things({ desk, onStroke }: { desk: Desk; onStroke: (stroke: Stroke) => void }) {
  const { things } = desk.history.now;
  return (
    <fieldset>
      <legend>On the roof and before it</legend>
      {things.length === 0 && (
        <p className="quiet mb-0">
          Take a tool above and draw obstacles and walkways; press where one can stand and where the water is.
        </p>
      )}
      <ul className="plain-list">
        {things.map((thing, at) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: things have no name of their own, and are told apart by their order
          <li key={at} className="thing">
            <button
              type="button"
              className="thing-name"
              aria-expanded={desk.thing === at}
              onClick={() => onStroke({ do: 'choose-thing', at: desk.thing === at ? null : at })}
            >
              {thing.label || THING_WORDS[thing.kind]}
            </button>
            <Button
              variant="quiet"
              className="end"
              aria-label={`Take out: ${thing.label || THING_WORDS[thing.kind]}`}
              onClick={() => onStroke({ do: 'remove-thing', at })}
            >
              take out
            </Button>
            {desk.thing === at && (
              <ThingFields thing={thing} onChange={(change) => onStroke({ do: 'change-thing', at, change })} />
            )}
          </li>
        ))}
      </ul>
    </fieldset>
  );
}

function ThingFields({ thing, onChange }: { thing: RoofThing; onChange: (change: Partial<RoofThing>) => void }) {
  const id = useId();
  const length = (key: 'x' | 'y' | 'width' | 'height', label: string, least: number) => (
    <Length
      label={label}
      value={thing[key]}
      least={least}
      most={500}
      onLength={(value) => value !== null && onChange({ [key]: value })}
    />
  );
  return (
    <div className="two-of">
      <div className="full">
        <Form.Label htmlFor={id}>What it is</Form.Label>
        <Form.Control
          id={id}
          value={thing.label}
          maxLength={60}
          onChange={(event) => onChange({ label: event.target.value })}
        />
      </div>
      {length('x', 'From the left', -500)}
      {length('y', 'Down the slope', -500)}
      {!isPoint(thing.kind) && length('width', 'Along the eave', 0.1)}
      {!isPoint(thing.kind) && length('height', 'Up the slope', 0.1)}
    </div>
  );
}

/** Exports what is drawn, and takes a file in its place; a wrong file is told line by line and changes nothing. */
function Files({
  array,
  drawing,
  onFile,
  onOpen,
}: {
  array: SolarArray;
  drawing: Drawing;
  onFile: DrawingPanelProps['onFile'];
  onOpen: (drawing: Drawing) => void;
}) {
  const id = useId();
  const [problems, setProblems] = useState<FileProblem[]>([]);
  const drawn = drawnOf(drawing);
  const name = array.name.replace(/[^\p{L}\p{N}]+/gu, '-');
  const open = async (file: File) => {
    if (file.size > MOST_BYTES)
      return setProblems([{ where: 'the file', message: 'is over 5 MB; it holds no drawing' }]);
    const read = onFile(file.name, await file.text());
    setProblems('problems' in read ? read.problems : []);
    if ('drawing' in read) onOpen(read.drawing);
  };
  const csv = () => {
    const origin = gridAbout([...drawing.modules].map(placeOfKey))?.origin ?? { row: 0, column: 0 };
    const strings = drawing.strings.map((string) => ({ ...string, modules: [...string.modules] }));
    saveText(`${name}.csv`, modulesToCsv({ modules: [...drawing.modules], strings }, origin), 'text/csv');
  };
  return (
    <fieldset>
      <legend>Files</legend>
      <div className="d-flex flex-wrap gap-1 mb-2">
        <Button
          variant="outline-primary"
          disabled={drawn === null}
          onClick={() => drawn && saveText(`${name}.json`, arrayToJson({ ...array, ...drawn }))}
        >
          Save as JSON
        </Button>
        <Button variant="outline-primary" disabled={drawn === null} onClick={csv}>
          Save as CSV
        </Button>
      </div>
      <Form.Label htmlFor={id}>Read a drawing (JSON or CSV)</Form.Label>
      <Form.Control
        id={id}
        type="file"
        accept=".json,.csv,application/json,text/csv"
        onChange={(event) => {
          const input = event.target as HTMLInputElement;
          const [file] = input.files ?? [];
          if (file) void open(file);
          input.value = '';
        }}
      />
      <Form.Text>It takes the place of what is drawn, and can be undone.</Form.Text>
      {problems.length > 0 && (
        <div className="notice" role="alert">
          Nothing was taken of this file.
          <ul className="mb-0">
            {problems.map(({ where, message }) => (
              <li key={where + message}>
                {where}: {message}
              </li>
            ))}
          </ul>
        </div>
      )}
    </fieldset>
  );
}

const MOST_BYTES = 5_000_000;

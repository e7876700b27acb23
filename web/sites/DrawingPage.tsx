import { type ReactNode, useEffect, useMemo, useReducer, useRef, useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link, useNavigate, useParams } from 'react-router';
import type { FileProblem } from '../../contract/readFile.ts';
import { arrayFromJson, modulesFromCsv, modulesFromText, modulesToText } from '../../contract/sites/drawingFile.ts';
import type { SolarArray } from '../../contract/sites/endpoints.ts';
import { gridAbout, keyOf, placeOfKey, THING_KINDS, tooLarge } from '../../core/sites/layout.ts';
import { MODULE_GAP } from '../../core/sites/section.ts';
import { counted } from '../../words/counted.ts';
import { formatNumber } from '../../words/format.ts';
import { dropDraft, keepDraft, readDraft } from '../api/drafts.ts';
import { useEndpointMutation, useEndpointQuery, useSay, useUnits } from '../api/hooks.ts';
import { moduleSize } from '../parts/RoofDrawing.tsx';
import { THING_WORDS } from '../parts/RoofThings.tsx';
import { Trouble, Waiting } from '../parts/states.tsx';
import { DrawingCanvas } from './DrawingCanvas.tsx';
import { DrawingPanel } from './DrawingPanel.tsx';
import { type Drawing, drawingOf, drawnOf } from './drawing.ts';
import { openDesk, stroke, type Tool } from './drawingDesk.ts';

/** Opens the drawing of an array. */
export function DrawingPage() {
  const { id = '', arrayId = '' } = useParams();
  const spread = useEndpointQuery('readSite', { params: { id } });
  const [begun, setBegun] = useState(0);
  if (spread.isPending) return <Waiting what="Opening the drawing" />;
  if (spread.isError) return <Trouble error={spread.error} retry={() => spread.refetch()} />;
  const array = spread.data.arrays.find((one) => one.id === arrayId);
  if (array === undefined) return <p>This array is not on record. Go back to the site and choose one.</p>;
  return (
    <DrawingDesk
      key={`${array.id} ${begun}`}
      array={array}
      site={spread.data.site.name}
      onDiscard={() => setBegun(begun + 1)}
    />
  );
}

/** A drawing as it is kept on this device until it is sent. */
interface KeptDrawing {
  modules: string[];
  rest: Omit<Drawing, 'modules'>;
}

const TOOL_WORDS: Record<Tool, string> = { lay: 'Lay modules', take: 'Take away', select: 'Choose', ...THING_WORDS };
const TOOLS: Tool[] = ['lay', 'take', 'select', ...THING_KINDS];

interface DrawingDeskProps {
  array: SolarArray;
  site: string;
  /** begins anew from what is on record */
  onDiscard: () => void;
}

function DrawingDesk({ array, site, onDiscard }: DrawingDeskProps) {
  const say = useSay();
  const draft = `drawing.${array.id}.${array.version}`;
  const kept = useRef(readDraft<KeptDrawing>(draft));
  const [desk, make] = useReducer(stroke, array, (from) =>
    openDesk(kept.current ? { modules: new Set(kept.current.modules), ...kept.current.rest } : drawingOf(from)),
  );
  const { now, past, future } = desk.history;
  const navigate = useNavigate();
  const units = useUnits();
  const back = `/sites/${array.siteId}/look`;
  const save = useEndpointMutation('changeArray', () => {
    dropDraft(draft);
    navigate(back);
  });
  useEffect(() => {
    if (past.length === 0 && future.length === 0) return;
    const { modules, ...rest } = now;
    keepDraft(draft, { modules: [...modules], rest } satisfies KeptDrawing);
  }, [draft, now, past, future]);
  const size = useMemo(() => {
    const { width, height } = moduleSize(array);
    return { width, height, across: width + MODULE_GAP, down: height + MODULE_GAP };
  }, [array]);
  const grid = useMemo(() => gridAbout([...now.modules].map(placeOfKey)), [now.modules]);
  const large = grid && tooLarge(grid);
  const trouble = grid === null ? 'Lay at least one module.' : large && say.finding(large);
  const keep = () => {
    const drawn = drawnOf(now);
    const { id, siteId: _site, version, ...fields } = array;
    if (drawn) save.mutate({ params: { id }, body: { ...fields, ...drawn, version } });
  };
  const copied = useRef('');
  const copy = (cut: boolean) => {
    const chosen = [...desk.selected].filter((key) => now.modules.has(key));
    copied.current = modulesToText(chosen);
    // Where the page may not reach the clipboard, what was copied can still be pasted here.
    void navigator.clipboard?.writeText(copied.current).catch(() => undefined);
    if (cut) make({ do: 'take-away' });
  };
  const paste = (text: string) => make({ do: 'paste', places: modulesFromText(text || copied.current) });
  return (
    <div className="drawing-page">
      <div className="step-head">
        <h1>{array.name}, as it lies</h1>
        <span className="quiet">
          {site}: {counted(now.modules.size, 'module')},{' '}
          {formatNumber((now.modules.size * array.moduleWatts) / 1000, 1, units)} kWp
        </span>
        <div className="actions">
          <Link className="btn btn-quiet" to={back}>
            Back without keeping
          </Link>
          <Button disabled={trouble !== null || save.isPending} onClick={keep}>
            {save.isPending ? 'Sending …' : 'Save the drawing'}
          </Button>
        </div>
      </div>
      {kept.current && (
        <div className="notice plain">
          This is what you drew before and had not kept yet.{' '}
          <Button
            variant="quiet"
            onClick={() => {
              dropDraft(draft);
              onDiscard();
            }}
          >
            go back to what is on record
          </Button>
        </div>
      )}
      <Trouble error={save.error} />
      {trouble && <div className="notice">{trouble}</div>}
      <div className="drawing-tools" role="toolbar" aria-label="Tools">
        {TOOLS.map((tool) => (
          <button
            type="button"
            key={tool}
            aria-pressed={desk.tool === tool}
            onClick={() => make({ do: 'take-tool', tool })}
          >
            {TOOL_WORDS[tool]}
          </button>
        ))}
        <span className="divide" />
        <ToolButton off={past.length === 0} onPress={() => make({ do: 'undo' })}>
          Undo
        </ToolButton>
        <ToolButton off={future.length === 0} onPress={() => make({ do: 'redo' })}>
          Do again
        </ToolButton>
      </div>
      <div className="drawing-body">
        <div className="drawing-left">
          <DrawingCanvas desk={desk} size={size} onStroke={make} onCopy={copy} onPaste={paste} />
          <p className="drawing-said" role="status">
            {desk.said || where(desk.cursor, now)}
          </p>
          <p className="quiet" id="drawing-keys">
            With the mouse: draw from corner to corner, drag what is chosen. With keys: arrows go, Space lays or takes
            away, Shift and arrows choose, Alt and arrows move what is chosen, Delete takes it away; copy, cut and paste
            as everywhere, also from a table of x.
          </p>
        </div>
        <DrawingPanel
          desk={desk}
          array={array}
          onStroke={make}
          onCopy={copy}
          onPaste={() => paste('')}
          onFile={(name, text) => readDrawingFile(name, text, now)}
        />
      </div>
    </div>
  );
}

function ToolButton({ off, onPress, children }: { off: boolean; onPress: () => void; children: ReactNode }) {
  return (
    <button type="button" disabled={off} onClick={onPress}>
      {children}
    </button>
  );
}

/** What lies where the keys stand, for whoever hears rather than sees it. */
function where(cursor: { row: number; column: number }, drawing: Drawing): string {
  const key = keyOf(cursor);
  const string = drawing.strings.find(({ modules }) => modules.includes(key));
  const what = drawing.modules.has(key) ? `a module${string ? ` of ${string.name}` : ''}` : 'no module';
  return `Row ${cursor.row + 1}, column ${cursor.column + 1}: ${what}`;
}

type DrawingFile = { drawing: Drawing } | { problems: FileProblem[] };

/** A drawing from a JSON or CSV file; of a file with a mistake nothing is taken. */
function readDrawingFile(name: string, text: string, now: Drawing): DrawingFile {
  if (/\.json$/i.test(name)) {
    const read = arrayFromJson(text);
    return read.ok ? { drawing: drawingOf(read.value) } : { problems: read.problems };
  }
  const read = modulesFromCsv(text);
  if (!read.ok) return { problems: read.problems };
  return { drawing: { ...now, modules: new Set(read.value.modules), strings: read.value.strings } };
}

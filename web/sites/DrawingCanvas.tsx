import { memo, type PointerEvent, useMemo, useRef, useState } from 'react';
import { gridAbout, keyOf, type Place, placeOfKey } from '../../core/sites/layout.ts';
import { RoofThings } from '../parts/RoofThings.tsx';
import { stringColour } from '../parts/stringColour.ts';
import { ZoomBox } from '../parts/ZoomBox.tsx';
import { type Drawing, placesBetween } from './drawing.ts';
import { type Desk, isThing, type Stroke, thingBetween } from './drawingDesk.ts';

interface DrawingCanvasProps {
  desk: Desk;
  /** metres from one place to the next, across and down, and of the module itself */
  size: { across: number; down: number; width: number; height: number };
  onStroke: (stroke: Stroke) => void;
  onCopy: (cut: boolean) => void;
  onPaste: (text: string) => void;
}

/** Empty places about the modules to draw into, and about a thing or the keys. */
const MARGIN = { modules: 2, other: 1 };
const LEAST = { rows: 7, columns: 12 };
/** Pixels that a place has at least across: what a mouse hits, and what a thumb hits. */
const TARGET = { mouse: 20, thumb: 44 };
const UNMEASURED = 0.3;
/** Metres to which the drawing is drawn either way. */
const FAR = 800;

interface View {
  top: number;
  left: number;
  rows: number;
  columns: number;
}

/** The places in view: the modules with room about them, and every thing. */
function viewOf(drawing: Drawing, cursor: Place, { across, down }: DrawingCanvasProps['size']): View {
  const grid = gridAbout([...drawing.modules].map(placeOfKey)) ?? EMPTY_GRID;
  const { row, column } = grid.origin;
  const eave = Math.ceil((drawing.toEave ?? 0) / down);
  const ends = [
    {
      top: row,
      bottom: row + grid.rows - 1 + eave,
      left: column,
      right: column + grid.columns - 1,
      by: MARGIN.modules,
    },
    { top: cursor.row, bottom: cursor.row, left: cursor.column, right: cursor.column, by: MARGIN.other },
    ...drawing.things.map(({ x, y, width, height }) => ({
      top: Math.floor(y / down),
      bottom: Math.floor((y + height) / down),
      left: Math.floor(x / across),
      right: Math.floor((x + width) / across),
      by: MARGIN.other,
    })),
  ];
  const top = Math.min(...ends.map((end) => end.top - end.by));
  const left = Math.min(...ends.map((end) => end.left - end.by));
  const bottom = Math.max(...ends.map((end) => end.bottom + end.by));
  const right = Math.max(...ends.map((end) => end.right + end.by));
  return {
    top,
    left,
    rows: Math.max(LEAST.rows, bottom + 1 - top),
    columns: Math.max(LEAST.columns, right + 1 - left),
  };
}

const EMPTY_GRID = { rows: 3, columns: 6, origin: { row: 0, column: 0 } };

/** The drawing: drawn over with a mouse or a pen from corner to corner, touched place by place, or worked by keys. */
export function DrawingCanvas({ desk, size, onStroke, onCopy, onPaste }: DrawingCanvasProps) {
  const { now } = desk.history;
  const { across, down, width, height } = size;
  const svg = useRef<SVGSVGElement>(null);
  const [stretch, setStretch] = useState<{ from: Place; to: Place; moving: boolean } | null>(null);
  const start = useRef<{ place: Place; x: number; y: number } | null>(null);
  const target = matchMedia('(pointer: coarse)').matches ? TARGET.thumb : TARGET.mouse;
  const view = useMemo(() => viewOf(now, desk.cursor, size), [now, desk.cursor, size]);
  const at = (event: PointerEvent) => {
    const matrix = svg.current?.getScreenCTM()?.inverse();
    const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix);
    return { place: { row: Math.floor(y / down), column: Math.floor(x / across) }, x, y };
  };
  const finish = (event: PointerEvent) => {
    const begun = start.current;
    start.current = null;
    setStretch(null);
    if (begun === null) return;
    const ended = at(event);
    const by = { row: ended.place.row - begun.place.row, column: ended.place.column - begun.place.column };
    if (isThing(desk.tool)) onStroke({ do: 'put-thing', thing: thingBetween(desk.tool, begun, ended) });
    else if (movesChosen(desk, begun.place) && (by.row !== 0 || by.column !== 0)) onStroke({ do: 'shift', by });
    else onStroke({ do: 'frame', from: begun.place, to: ended.place });
  };
  const onKeyDown = (event: React.KeyboardEvent) => {
    const made = strokeOfKey(event);
    if (made === null) return;
    event.preventDefault();
    if (made.do === 'press' && isThing(desk.tool)) {
      const corner = { x: desk.cursor.column * across, y: desk.cursor.row * down };
      onStroke({ do: 'put-thing', thing: thingBetween(desk.tool, corner, corner) });
    } else onStroke(made);
  };
  return (
    <ZoomBox className="drawing-canvas">
      {(zoom) => (
        <div
          role="application"
          // biome-ignore lint/a11y/noNoninteractiveTabindex: the drawing is worked by keys as a whole
          tabIndex={0}
          aria-label="Drawing of the face"
          aria-describedby="drawing-keys"
          onKeyDown={onKeyDown}
          onCopy={() => onCopy(false)}
          onCut={() => onCopy(true)}
          onPaste={(event) => {
            event.preventDefault();
            onPaste(event.clipboardData.getData('text/plain'));
          }}
        >
          <svg
            ref={svg}
            aria-hidden="true"
            viewBox={`${view.left * across} ${view.top * down} ${view.columns * across} ${view.rows * down}`}
            // As large as its place, or as what a thumb hits where that is larger.
            style={{
              width: `calc(${zoom} * max(100cqw, ${view.columns * target}px))`,
              height: `calc(${zoom} * max(100cqh, ${(view.rows * target * down) / across}px))`,
            }}
            onPointerDown={(event) => {
              // A second finger makes it larger or smaller: what the first has begun is nothing.
              if (!event.isPrimary) start.current = null;
              if (event.button !== 0 || !event.isPrimary) return;
              start.current = at(event);
              if (event.pointerType !== 'touch') event.currentTarget.setPointerCapture(event.pointerId);
            }}
            onPointerMove={(event) => {
              const begun = start.current;
              if (begun === null || event.pointerType === 'touch') return;
              const to = at(event).place;
              if (stretch && stretch.to.row === to.row && stretch.to.column === to.column) return;
              setStretch({ from: begun.place, to, moving: movesChosen(desk, begun.place) });
            }}
            onPointerUp={finish}
            onPointerCancel={() => {
              start.current = null;
              setStretch(null);
            }}
          >
            <Places size={size} />
            <Face drawing={now} view={view} size={size} />
            <Laid drawing={now} selected={desk.selected} size={size} />
            <RoofThings things={now.things} chosen={desk.thing} letters={lettersOf(view, size)} />
            {stretch && <Stretch stretch={stretch} desk={desk} size={size} />}
            <rect
              className="drawing-cursor"
              x={desk.cursor.column * across - 0.04}
              y={desk.cursor.row * down - 0.04}
              width={width + 0.08}
              height={height + 0.08}
            />
          </svg>
        </div>
      )}
    </ZoomBox>
  );
}

/** Height of letters, m, that can be read whatever the size of the roof. */
const lettersOf = (view: View, { across }: DrawingCanvasProps['size']): number =>
  Math.max(0.4, (view.columns * across) / 60);

const movesChosen = (desk: Desk, place: Place): boolean => desk.tool === 'select' && desk.selected.has(keyOf(place));

const ARROWS: Record<string, Place> = {
  ArrowUp: { row: -1, column: 0 },
  ArrowDown: { row: 1, column: 0 },
  ArrowLeft: { row: 0, column: -1 },
  ArrowRight: { row: 0, column: 1 },
};

/** What a key does on the drawing; copy and paste come as events of their own. */
function strokeOfKey({ key, shiftKey, altKey, ctrlKey, metaKey }: React.KeyboardEvent): Stroke | null {
  const by = ARROWS[key];
  const command = ctrlKey || metaKey;
  if (by) return altKey || command ? { do: 'shift', by } : { do: 'go', by, extend: shiftKey };
  if (command && key.toLowerCase() === 'z') return { do: shiftKey ? 'redo' : 'undo' };
  if (command && key.toLowerCase() === 'y') return { do: 'redo' };
  if (command && key.toLowerCase() === 'a') return { do: 'select-all' };
  if (command || altKey) return null;
  if (key === ' ' || key === 'Enter') return { do: 'press' };
  if (key === 'Delete' || key === 'Backspace') return { do: 'take-away' };
  return key === 'Escape' ? { do: 'let-go' } : null;
}

const outline = (keys: Iterable<string>, { across, down, width, height }: DrawingCanvasProps['size']): string => {
  let path = '';
  for (const key of keys) {
    const { row, column } = placeOfKey(key);
    path += `M${(column * across).toFixed(2)} ${(row * down).toFixed(2)}h${width}v${height}h${-width}z`;
  }
  return path;
};

/** The empty places, faint. */
const Places = memo(function Places({ size }: { size: DrawingCanvasProps['size'] }) {
  const { across, down, width, height } = size;
  return (
    <>
      <defs>
        <pattern id="drawing-place" width={across} height={down} patternUnits="userSpaceOnUse">
          <rect
            width={width}
            height={height}
            fill="none"
            stroke="var(--glass-faint)"
            strokeWidth="0.02"
            strokeDasharray="0.1 0.1"
          />
        </pattern>
      </defs>
      <rect x={-FAR} y={-FAR} width={2 * FAR} height={2 * FAR} fill="url(#drawing-place)" />
    </>
  );
});

/** Ridge and eave, where they have been measured or as they are taken to be. */
function Face({ drawing, view, size }: { drawing: Drawing; view: View; size: DrawingCanvasProps['size'] }) {
  const grid = gridAbout([...drawing.modules].map(placeOfKey));
  if (grid === null) return null;
  const { across, down } = size;
  const ridge = grid.origin.row * down - (drawing.toRidge ?? UNMEASURED);
  const eave = (grid.origin.row + grid.rows) * down - (down - size.height) + (drawing.toEave ?? UNMEASURED);
  const left = view.left * across;
  const letters = lettersOf(view, size);
  const text = (y: number, words: string) => (
    <text
      x={left + 0.2}
      y={y}
      fontSize={letters}
      fill="var(--quiet)"
      stroke="var(--panel)"
      strokeWidth={letters * 0.3}
      paintOrder="stroke"
    >
      {words}
    </text>
  );
  return (
    <>
      <rect x={-FAR} y={eave} width={2 * FAR} height={FAR} fill="var(--grass)" fillOpacity="0.55" />
      <path d={`M${-FAR} ${ridge}H${FAR}`} stroke="var(--rule-strong)" strokeWidth="0.07" />
      {text(ridge - 0.14, 'ridge')}
      <path d={`M${-FAR} ${eave}H${FAR}`} stroke="var(--rule-strong)" strokeWidth="0.14" />
      {text(eave + letters * 1.15, 'eave; below it, the ground before the wall')}
    </>
  );
}

/** All modules as a few outlines, so that two thousand of them are as quick as two. */
const Laid = memo(function Laid({
  drawing,
  selected,
  size,
}: {
  drawing: Drawing;
  selected: ReadonlySet<string>;
  size: DrawingCanvasProps['size'];
}) {
  const all = useMemo(() => outline(drawing.modules, size), [drawing.modules, size]);
  const chosen = useMemo(() => outline(selected, size), [selected, size]);
  const { across, down, width, height } = size;
  const centre = (key: string) => {
    const { row, column } = placeOfKey(key);
    return `${(column * across + width / 2).toFixed(2)} ${(row * down + height / 2).toFixed(2)}`;
  };
  return (
    <>
      <path d={all} fill="var(--glass)" stroke="var(--frame)" strokeWidth="0.04" />
      <path d={chosen} fill="var(--water)" fillOpacity="0.28" stroke="var(--water)" strokeWidth="0.1" />
      {drawing.strings.map(({ name, modules }, at) => (
        <g key={name} stroke={stringColour(at)} fill="none" strokeWidth="0.08">
          <path d={`M${modules.map(centre).join('L')}`} strokeLinejoin="round" />
          {modules[0] && (
            <circle
              cx={centre(modules[0]).split(' ')[0]}
              cy={centre(modules[0]).split(' ')[1]}
              r="0.3"
              fill="var(--white)"
            />
          )}
          {modules[0] && (
            <text
              x={centre(modules[0]).split(' ')[0]}
              y={Number(centre(modules[0]).split(' ')[1]) + 0.14}
              fontSize="0.4"
              fontWeight="700"
              textAnchor="middle"
              stroke="none"
              fill={stringColour(at)}
            >
              {at + 1}
            </text>
          )}
        </g>
      ))}
    </>
  );
});

/** The frame while it is drawn, or where the chosen modules would come to lie. */
function Stretch({
  stretch: { from, to, moving },
  desk,
  size,
}: {
  stretch: { from: Place; to: Place; moving: boolean };
  desk: Desk;
  size: DrawingCanvasProps['size'];
}) {
  const { across, down, width, height } = size;
  if (moving)
    return (
      <path
        d={outline(desk.selected, size)}
        transform={`translate(${(to.column - from.column) * across} ${(to.row - from.row) * down})`}
        fill="var(--water)"
        fillOpacity="0.2"
        stroke="var(--water)"
        strokeWidth="0.06"
        strokeDasharray="0.2 0.1"
      />
    );
  const [top, left] = [Math.min(from.row, to.row), Math.min(from.column, to.column)];
  const [rows, columns] = [Math.abs(from.row - to.row) + 1, Math.abs(from.column - to.column) + 1];
  return (
    <>
      <rect
        x={left * across}
        y={top * down}
        width={(columns - 1) * across + width}
        height={(rows - 1) * down + height}
        fill="var(--water)"
        fillOpacity="0.15"
        stroke="var(--water)"
        strokeWidth="0.08"
        strokeDasharray="0.25 0.15"
      />
      <text
        x={left * across + 0.1}
        y={top * down - 0.15}
        fontSize="0.55"
        fontWeight="700"
        fill="var(--water)"
        stroke="var(--card)"
        strokeWidth="0.14"
        paintOrder="stroke"
      >
        {rows} × {columns}
        {desk.tool === 'select' ? '' : ` = ${placesBetween(from, to).length}`}
      </text>
    </>
  );
}

import { memo, type RefObject, useCallback, useMemo, useRef, useState } from 'react';
import { createPortal } from 'react-dom';
import type { FaceDrawing } from '../../contract/sites/drawing.ts';
import type { SolarArray } from '../../contract/sites/endpoints.ts';
import { MODULE_SIZE } from '../../core/assumptions.ts';
import { cellsAsTheyLie, type Mark } from '../../core/inspections/marks.ts';
import type { Soil } from '../../core/inspections/soil.ts';
import { isFilm, lossOfSoil } from '../../core/inspections/soil.ts';
import type { ModuleDone } from '../../core/jobs/progress.ts';
import type { CellGrid } from '../../core/modules/cellLayout.ts';
import { MODULE_GAP } from '../../core/sites/section.ts';
import { counted } from '../../words/counted.ts';
import { DONE_FILL, DONE_LABELS, DoneShape } from './Done.tsx';
import { type LaidMark, MarkPatch } from './MarkPatches.tsx';
import { RoofThings } from './RoofThings.tsx';
import { stringColour } from './stringColour.ts';
import { type ShowFrame, useFrame } from './useFrame.ts';
import { useGradually } from './useGradually.ts';

const { long: LONG, short: SHORT } = MODULE_SIZE;
const GAP = MODULE_GAP;

/** Soiling from clear to earth: five steps, each darker than the one before. */
export const SOIL_STEPS = [0.01, 0.04, 0.09, 0.18];
export const soilStep = (loss: number): number => SOIL_STEPS.filter((edge) => loss >= edge).length;
const SOIL_COLOURS = ['var(--soil-0)', 'var(--soil-1)', 'var(--soil-2)', 'var(--soil-3)', 'var(--soil-4)'];

export function moduleSize(array: Pick<SolarArray, 'orientation'>) {
  return array.orientation === 'portrait' ? { width: SHORT, height: LONG } : { width: LONG, height: SHORT };
}

interface RoofDrawingProps {
  array: SolarArray;
  soils?: readonly Soil[];
  /** what was done to each module, where the drawing shows that and not what lies on the glass */
  done?: Record<number, ModuleDone>;
  defects?: readonly { module: number; kind: string }[];
  /** patches where they were marked; where there are any, they are drawn in place of those among the soils */
  patches?: readonly Mark[];
  /** for each module, which string it is in, from 0 */
  strings?: readonly { modules: readonly number[] }[];
  /** makes modules answer a click or a key */
  onModule?: (index: number) => void;
  /** makes a mouse draw a frame over modules, from one corner to the other */
  onModules?: (indices: number[]) => void;
  /** px a module, for the field; left out to fit the page */
  scale?: number;
  /** modules that nobody reaches: hatched over */
  beyond?: readonly number[];
  /** leaves its place free at first, and draws the modules once the figures about it stand */
  later?: boolean;
}

/** The array as it lies: picture, map and input at once. Row 1 is at the ridge, the last row at the eave. */
export function RoofDrawing({
  array,
  soils = NO_SOILS,
  done,
  defects = NO_DEFECTS,
  patches: laid = NO_MARKS,
  strings = NO_STRINGS,
  onModule,
  onModules,
  scale,
  beyond = NO_MODULES,
  later = false,
}: RoofDrawingProps) {
  const { width, height } = moduleSize(array);
  const total = { width: array.columns * (width + GAP), height: array.rows * (height + GAP) };
  const film = soils.filter((soil) => isFilm(soil.kind)).reduce((sum, soil) => sum + lossOfSoil(soil).mid, 0);
  const patches = useMemo(
    () => (laid.length > 0 ? NO_SOILS : soils.filter((soil) => !isFilm(soil.kind))),
    [laid.length, soils],
  );
  const colour = SOIL_COLOURS[soils.length === 0 ? 0 : soilStep(film)] ?? '';
  const laidOn = useMemo(() => byModule(laid), [laid]);
  const stringOf = useMemo(
    () => new Map(strings.flatMap(({ modules }, at) => modules.map((module) => [module, at]))),
    [strings],
  );
  const holes = useMemo(() => new Set(array.missing), [array.missing]);
  const grid = useMemo(
    () => cellsAsTheyLie(array.cells ?? 'whole', array.orientation),
    [array.cells, array.orientation],
  );
  const step = { x: width + GAP, y: height + GAP };
  const { roof, listeners, show, wasDrag } = useFrame(array, step, onModules);
  const answer = useRef(onModule);
  answer.current = onModule;
  const press = useCallback(
    (index: number) => {
      if (!wasDrag.current) answer.current?.(index);
    },
    [wasDrag],
  );
  const places = array.rows * array.columns;
  const drawn = useGradually(places, AT_ONCE, later ? 0 : AT_ONCE);
  // A job kept on a phone from before faces were drawn has no drawing.
  const drawing = (array.drawing as FaceDrawing | undefined) ?? UNDRAWN;
  const face = faceAbout(drawing, total, { across: width + GAP, down: height + GAP });
  const label = `${array.name}: ${counted(array.rows, 'row')} of ${counted(array.columns, 'module')}`;
  return (
    <svg
      ref={roof}
      viewBox={`${face.left} ${face.top} ${face.width} ${face.height}`}
      style={
        scale
          ? { width: face.width * scale, height: face.height * scale, maxWidth: 'none', maxHeight: 'none' }
          : undefined
      }
      role={onModule ? 'group' : 'img'}
      aria-label={label}
      {...listeners}
    >
      <path d={`M-0.3 ${face.ridge}H${total.width + 0.3}`} stroke="var(--rule-strong)" strokeWidth="0.09" />
      <path d={`M-0.3 ${face.eave}H${total.width + 0.3}`} stroke="var(--rule-strong)" strokeWidth="0.16" />
      <text x="-0.3" y={face.ridge - 0.13} fontSize={face.letters} fill="var(--quiet)">
        ridge
      </text>
      <text x="-0.3" y={face.eave + 0.05 + face.letters} fontSize={face.letters} fill="var(--quiet)">
        eave
      </text>
      <RoofThings things={drawing.things.filter((one) => !isPipe(one))} shift={face.shift} letters={face.letters} />
      <Compass azimuth={array.azimuth} x={total.width + 0.95} y={0.5} />
      {Array.from({ length: Math.ceil(drawn / AT_ONCE) }, (_, at) => at * AT_ONCE).map((from) => (
        <Stretch
          key={from}
          from={from}
          to={Math.min(places, from + AT_ONCE)}
          columns={array.columns}
          width={width}
          height={height}
          holes={holes}
          colour={colour}
          done={done}
          laidOn={laidOn}
          patches={patches}
          defects={defects}
          stringOf={stringOf}
          grid={grid}
          onPress={onModule ? press : undefined}
        />
      ))}
      <g pointerEvents="none">
        <RoofThings things={drawing.things.filter(isPipe)} shift={face.shift} letters={face.letters} />
      </g>
      {beyond.length > 0 && <Beyond modules={beyond} columns={array.columns} width={width} height={height} />}
      {onModules && <Frame show={show} roof={roof} columns={array.columns} step={step} />}
    </svg>
  );
}

const NO_MODULES: readonly number[] = [];

/** A line of pipe lies over the modules; all else is beside or under them. */
const isPipe = ({ kind }: FaceDrawing['things'][number]): boolean => kind === 'spray-line';

/** Modules that nobody reaches, hatched so that they are told apart without their colour. */
function Beyond({
  modules,
  columns,
  width,
  height,
}: {
  modules: readonly number[];
  columns: number;
  width: number;
  height: number;
}) {
  const hatch = modules
    .map((index) => {
      const [x, y] = [(index % columns) * (width + GAP), Math.floor(index / columns) * (height + GAP)];
      const lines = [0.25, 0.5, 0.75, 1].map(
        (share) =>
          `M${x + width * share} ${y}L${x} ${y + height * share}M${x + width} ${y + height * share}L${x + width * share} ${y + height}`,
      );
      return `M${x} ${y}h${width}v${height}h${-width}z${lines.join('')}`;
    })
    .join('');
  return (
    <path d={hatch} stroke="var(--ink)" strokeWidth="0.06" fill="var(--ink)" fillOpacity="0.18">
      <title>out of reach</title>
    </path>
  );
}

/** Modules that are drawn at once: a slow phone has its say between one stretch of them and the next. */
const AT_ONCE = 160;

interface StretchProps {
  /** places, the last not among them */
  from: number;
  to: number;
  columns: number;
  width: number;
  height: number;
  holes: ReadonlySet<number>;
  colour: string;
  done: Record<number, ModuleDone> | undefined;
  laidOn: ReadonlyMap<number, string>;
  patches: readonly Soil[];
  defects: readonly { module: number; kind: string }[];
  stringOf: ReadonlyMap<number, number>;
  grid: CellGrid;
  onPress: ((index: number) => void) | undefined;
}

/** Some modules of a face, one after the other. */
const Stretch = memo(function Stretch(props: StretchProps) {
  const { from, to, columns, width, height, holes, colour, done, laidOn, patches, defects, stringOf, grid } = props;
  return Array.from({ length: to - from }, (_, at) => {
    const index = from + at;
    const row = Math.floor(index / columns);
    const place = { x: (index % columns) * (width + GAP), y: row * (height + GAP), width, height };
    if (holes.has(index)) return <Hole key={index} {...place} />;
    return (
      <Module
        key={index}
        {...place}
        index={index}
        row={row}
        colour={colour}
        ofWork={done !== undefined}
        done={done?.[index]}
        laid={laidOn.get(index) ?? ''}
        patches={patches}
        defect={defects.find(({ module }) => module === index)?.kind}
        string={stringOf.get(index)}
        grid={grid}
        onPress={props.onPress}
      />
    );
  });
});

const UNDRAWN: FaceDrawing = { origin: { row: 0, column: 0 }, toRidge: null, toEave: null, things: [], fitted: [] };

/** Ridge and eave where nobody has measured them, m from the modules. */
const UNMEASURED = { ridge: 0.35, eave: 0.25 };

/** How far the drawing of a face reaches: modules, ridge and eave as measured, and what stands about them. */
function faceAbout(
  drawing: FaceDrawing,
  modules: { width: number; height: number },
  step: { across: number; down: number },
) {
  const shift = { x: -drawing.origin.column * step.across, y: -drawing.origin.row * step.down };
  const ridge = -(drawing.toRidge ?? UNMEASURED.ridge);
  const eave = modules.height + (drawing.toEave ?? UNMEASURED.eave);
  const letters = Math.max(0.4, modules.width / 32);
  const around = drawing.things.map(({ x, y, width, height, label }) => {
    // The words of a point stand below it, half of them to each side.
    const half = Math.max(0.6, (label.length * letters * 0.55 - width) / 2);
    return {
      left: x + shift.x - half,
      right: x + shift.x + width + half,
      top: y + shift.y - 0.5,
      bottom: y + shift.y + height + 0.6 + letters,
    };
  });
  const left = Math.min(-0.5, ...around.map((thing) => thing.left));
  const top = Math.min(ridge - 0.15 - letters, -0.9, ...around.map((thing) => thing.top));
  const right = Math.max(modules.width + 1.7, ...around.map((thing) => thing.right));
  const bottom = Math.max(eave + 0.35 + letters, ...around.map((thing) => thing.bottom));
  return { shift, ridge, eave, letters, left, top, width: right - left, height: bottom - top };
}

/**
 * The frame while it is drawn. It holds its own state and lies on a layer of its own, so that no module is drawn or
 * painted again for it.
 */
function Frame({
  show,
  roof,
  columns,
  step,
}: {
  show: RefObject<ShowFrame>;
  roof: RefObject<SVGSVGElement | null>;
  columns: number;
  step: { x: number; y: number };
}) {
  const [corners, setCorners] = useState<{ from: number; to: number } | null>(null);
  show.current = setCorners;
  const scaled = corners && roof.current?.getScreenCTM();
  if (!corners || !scaled) return null;
  const at = (index: number) => ({ row: Math.floor(index / columns), column: index % columns });
  const [a, b] = [at(corners.from), at(corners.to)];
  const length = (metres: number) => metres * scaled.a;
  return createPortal(
    <div
      className="module-frame"
      style={{
        left: scaled.e + length(Math.min(a.column, b.column) * step.x),
        top: scaled.f + length(Math.min(a.row, b.row) * step.y),
        width: length((Math.abs(a.column - b.column) + 1) * step.x - GAP),
        height: length((Math.abs(a.row - b.row) + 1) * step.y - GAP),
      }}
    />,
    document.body,
  );
}

const NO_SOILS: Soil[] = [];
const NO_DEFECTS: { module: number; kind: string }[] = [];
const NO_MARKS: Mark[] = [];
const NO_STRINGS: { modules: number[] }[] = [];

interface Place {
  x: number;
  y: number;
  width: number;
  height: number;
}

function Hole({ x, y, width, height }: Place) {
  return (
    <rect
      x={x}
      y={y}
      width={width}
      height={height}
      fill="none"
      stroke="var(--rule-middle)"
      strokeWidth="0.04"
      strokeDasharray="0.15 0.12"
    />
  );
}

interface ModuleProps extends Place {
  index: number;
  row: number;
  colour: string;
  /** whether the drawing shows what was done, and not what lies on the glass */
  /** whether the drawing shows what was done, and not what lies on the glass */
  ofWork: boolean;
  done: ModuleDone | undefined;
  /** what was marked on it, as one text, so that a module is drawn again only where it has changed */
  laid: string;
  patches: readonly Soil[];
  defect: string | undefined;
  string: number | undefined;
  /** its cells as they lie */
  grid: CellGrid;
  onPress: ((index: number) => void) | undefined;
}

const Module = memo(function Module(props: ModuleProps) {
  const { x, y, width, height, index, row, colour, ofWork, done, laid, patches, defect, string, grid, onPress } = props;
  const own = marksOfText(laid);
  const carries = done
    ? DONE_LABELS[done]
    : own.map(({ kind, severity }) => `${kind} ${severity}`).join(', ') || (ofWork ? 'not done' : 'no mark');
  const name = `Module ${index + 1}, row ${row + 1}, ${carries}${string === undefined ? '' : `, string ${string + 1}`}${defect ? `, ${defect}` : ''}`;
  return (
    <g
      transform={`translate(${x} ${y})`}
      data-module={index}
      {...(onPress
        ? {
            role: 'button',
            tabIndex: 0,
            'aria-label': name,
            'aria-pressed': done !== undefined || own.length > 0 || string !== undefined,
            onClick: () => onPress(index),
            onKeyDown: (event: React.KeyboardEvent) => {
              if (event.key === 'Enter' || event.key === ' ') {
                event.preventDefault();
                onPress(index);
              }
            },
          }
        : {})}
    >
      <rect
        className="module"
        width={width}
        height={height}
        fill={done ? DONE_FILL[done] : ofWork ? 'var(--mist)' : colour}
        stroke="var(--frame)"
        strokeWidth={ofWork ? 0.05 : 0.03}
      />
      {!ofWork && <Cells width={width} height={height} />}
      {!ofWork &&
        patches.map((soil) => (
          <Patch key={soil.kind + soil.where} soil={soil} seed={index} width={width} height={height} />
        ))}
      {own.map((one) => (
        <MarkPatch
          key={one.kind + one.pattern + one.severity}
          mark={one}
          seed={index}
          width={width}
          height={height}
          grid={grid}
        />
      ))}
      {string !== undefined && <StringTag at={string} width={width} height={height} />}
      {done && <DoneShape done={done} width={width} height={height} />}
      {defect && (
        <path d={`M${width - 0.46} 0.1h0.36l-0.18 0.34z`} fill="var(--stop)" stroke="var(--white)" strokeWidth="0.03" />
      )}
    </g>
  );
});

/** What each module carries, as one text. */
function byModule(laid: readonly Mark[]): Map<number, string> {
  const found = new Map<number, string>();
  for (const { kind, pattern, severity, modules, cells = [] } of laid) {
    const text = `${kind} ${pattern} ${severity} ${cells.join('+')}`;
    for (const module of modules) {
      const before = found.get(module);
      found.set(module, before === undefined ? text : `${before}|${text}`);
    }
  }
  return found;
}

const marksOfText = (laid: string): LaidMark[] =>
  laid === ''
    ? []
    : laid.split('|').map((text) => {
        const [kind, pattern, severity, cells] = text.split(' ');
        return { kind, pattern, severity, cells: cells ? cells.split('+').map(Number) : [] } as LaidMark;
      });

/** The number of a module's string on a tag of its own colour. */
function StringTag({ at, width, height }: { at: number; width: number; height: number }) {
  return (
    <>
      <rect
        x="0.04"
        y="0.04"
        width={width - 0.08}
        height={height - 0.08}
        fill="none"
        stroke={stringColour(at)}
        strokeWidth="0.09"
      />
      <text
        x={width / 2}
        y={height / 2 + 0.16}
        fontSize="0.46"
        fontWeight="700"
        textAnchor="middle"
        fill={stringColour(at)}
      >
        {at + 1}
      </text>
    </>
  );
}

function Cells({ width, height }: { width: number; height: number }) {
  return (
    <path
      d={`M${width / 2} 0v${height}M0 ${height / 2}h${width}`}
      stroke="var(--frame)"
      strokeOpacity="0.4"
      strokeWidth="0.02"
    />
  );
}

/** A few stylised spots or an edge, the same for the same module each time. */
function Patch({ soil, seed, width, height }: { soil: Soil; seed: number; width: number; height: number }) {
  const edge = soil.where === 'lower-edge';
  if (edge) {
    const depth = Math.min(0.3, 0.08 + soil.share * 6) * Math.min(1, height / 1.5);
    return (
      <rect
        x="0.03"
        y={height - depth}
        width={width - 0.06}
        height={depth - 0.02}
        fill="var(--soil-4)"
        opacity="0.75"
      />
    );
  }
  const count = Math.max(1, Math.round(soil.share * 120));
  const spots = Array.from({ length: Math.min(5, count) }, (_, index) => {
    const a = Math.abs(Math.sin((seed + 1) * 12.9898 + index * 78.233) * 43758.5453) % 1;
    const b = Math.abs(Math.sin((seed + 1) * 39.3467 + index * 11.135) * 24634.6345) % 1;
    return { x: 0.12 + a * (width - 0.24), y: 0.12 + b * (height - 0.24), r: 0.05 + 0.05 * b, key: `${index}` };
  }).filter((_, index) => (seed * 7 + index * 3) % Math.max(1, Math.round(6 - soil.share * 150)) === 0);
  return (
    <>
      {spots.map(({ key, x, y, r }) => (
        <circle key={key} cx={x} cy={y} r={r} fill="var(--card)" stroke="var(--droppings-edge)" strokeWidth="0.03" />
      ))}
    </>
  );
}

/** An arrow in the direction that the face looks, with north up. */
function Compass({ azimuth, x, y }: { azimuth: number; x: number; y: number }) {
  return (
    <g transform={`translate(${x} ${y})`}>
      <circle r="0.52" fill="var(--panel)" stroke="var(--rule-strong)" strokeWidth="0.04" />
      <text y="-0.6" fontSize="0.36" textAnchor="middle" fill="var(--quiet)">
        N
      </text>
      <g transform={`rotate(${azimuth})`}>
        <path d="M0 -0.44l0.17 0.42h-0.1v0.36h-0.14v-0.36h-0.1z" fill="var(--ink)" />
      </g>
    </g>
  );
}

/** What the colours and shapes of a drawing mean. */
export function SoilLegend() {
  const words = ['under 1 %', '1 to 4 %', '4 to 9 %', '9 to 18 %', 'over 18 %'];
  return (
    <div className="legend">
      <span>Loss to the film, as seen:</span>
      {words.map((word, index) => (
        <span key={word}>
          <span className="swatch" style={{ background: SOIL_COLOURS[index] }} />
          {word}
        </span>
      ))}
    </div>
  );
}

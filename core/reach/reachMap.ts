import { EAVE_OVERHANG, HAND_HEIGHT, LONGEST_POLE, MODULE_SIZE, STRIP_AT_EAVE } from '../assumptions.ts';
import { MODULE_GAP } from '../sites/section.ts';
import { radians } from '../units/angles.ts';
import { reachByHand, USUAL_PLACES } from './fromGround.ts';

/** From where a module is reached: before the eave, beside the gable, from behind the ridge, or from a walkway on the roof. */
export const REACHED_FROM = ['eave', 'gable', 'behind', 'walkway'] as const;
export type ReachedFrom = (typeof REACHED_FROM)[number];

/** A face with the places about it, in metres of its drawing: x along the eave, y down the slope. */
export interface ReachFace {
  rows: number;
  columns: number;
  missing: readonly number[];
  orientation: 'portrait' | 'landscape';
  /** metres */
  eaveHeight: number;
  /** degrees */
  tilt: number;
  drawing: {
    origin: { row: number; column: number };
    toRidge: number | null;
    toEave: number | null;
    things: readonly { kind: string; x: number; y: number; width: number; height: number }[];
  };
}

export interface ModuleReach {
  from: ReachedFrom;
  /** metres from hand to brush */
  pole: number;
  /** metres off the wall at which one stands; 0 on a walkway */
  standOff: number;
  /** metres that an angled neck makes up */
  neck: number;
}

export interface ReachMap {
  /** by the index of the grid: null where nobody reaches it, and where no module lies */
  modules: (ModuleReach | null)[];
  /** modules that nobody reaches */
  out: number[];
  /** the longest pole of those that reach, with its place; null where none does */
  furthest: ModuleReach | null;
  /** whether standing places were drawn; else one may stand anywhere before the eave */
  drawn: boolean;
}

/** What a plan goes by of a map. */
export type ReachFound = { out: number; furthest: ModuleReach | null; drawn: boolean; walkway: boolean };

interface Box {
  left: number;
  right: number;
  top: number;
  bottom: number;
}

/** Where the modules, the eave, the ridge and the gables of a face lie on its drawing. */
function linesOf({ rows, columns, orientation, drawing }: ReachFace) {
  const size =
    orientation === 'portrait'
      ? { across: MODULE_SIZE.short, down: MODULE_SIZE.long }
      : { across: MODULE_SIZE.long, down: MODULE_SIZE.short };
  const pitch = { across: size.across + MODULE_GAP, down: size.down + MODULE_GAP };
  const [left, top] = [drawing.origin.column * pitch.across, drawing.origin.row * pitch.down];
  const [right, bottom] = [left + columns * pitch.across - MODULE_GAP, top + rows * pitch.down - MODULE_GAP];
  return {
    size,
    pitch,
    left,
    top,
    eave: bottom + (drawing.toEave ?? STRIP_AT_EAVE),
    ridge: top - (drawing.toRidge ?? STRIP_AT_EAVE),
    gables: { left: left - STRIP_AT_EAVE, right: right + STRIP_AT_EAVE },
  };
}

type Try = (module: Box) => ModuleReach | null;

const shortest = (found: readonly (ModuleReach | null)[]): ModuleReach | null =>
  found.reduce((best, one) => (one !== null && (best === null || one.pole < best.pole) ? one : best), null);

/**
 * Which modules of a face a pole reaches, from which place, and how long it must be (C11): in sections at right angles to the
 * eave from before it and from behind the ridge, and along the eave from beside a gable; from a walkway over the glass.
 * A place before the eave serves the whole width, and one beside a gable all rows: one walks along.
 * @param longest metres of the longest pole
 */
export function reachMap(face: ReachFace, longest = LONGEST_POLE): ReachMap {
  const lines = linesOf(face);
  const { things } = face.drawing;
  const walkways = things.filter(({ kind }) => kind === 'walkway');
  const stands = things.filter(({ kind }) => kind === 'stand');
  const fromGround = stands.flatMap((stand) => placeAt(face, lines, stand, longest) ?? []);
  const drawn = fromGround.length > 0;
  const usual = fromGround.length > 0 ? [] : [beforeEave(face, lines, USUAL_PLACES, longest)];
  const holes = new Set(face.missing);
  const modules = Array.from({ length: face.rows * face.columns }, (_, index): ModuleReach | null => {
    if (holes.has(index)) return null;
    const box = boxOf(lines, index, face.columns);
    const ground = shortest([...fromGround, ...usual].map((reach) => reach(box)));
    // Nobody goes up for what is reached from below.
    return ground ?? shortest(walkways.map((walkway) => fromWalkway(walkway, box, longest)));
  });
  const there = modules.map((_, index) => index).filter((index) => !holes.has(index));
  const reached = modules.filter((one) => one !== null);
  return {
    modules,
    out: there.filter((index) => modules[index] === null),
    furthest: reached.reduce<ModuleReach | null>((most, one) => (most && most.pole >= one.pole ? most : one), null),
    drawn,
  };
}

/** What a plan goes by. */
export const foundOf = ({ out, furthest, drawn, modules }: ReachMap): ReachFound => ({
  out: out.length,
  furthest,
  drawn,
  walkway: modules.some((one) => one?.from === 'walkway'),
});

type Lines = ReturnType<typeof linesOf>;

function boxOf({ left, top, pitch, size }: Lines, index: number, columns: number): Box {
  const [x, y] = [left + (index % columns) * pitch.across, top + Math.floor(index / columns) * pitch.down];
  return { left: x, right: x + size.across, top: y, bottom: y + size.down };
}

/** What a standing place reaches; null for one that was drawn on the modules themselves. */
function placeAt(face: ReachFace, lines: Lines, { x, y }: { x: number; y: number }, longest: number): Try | null {
  const { eave, ridge, gables } = lines;
  if (y > eave) return beforeEave(face, lines, [EAVE_OVERHANG + y - eave], longest);
  if (y < ridge) return behind(face, lines, EAVE_OVERHANG + ridge - y, longest);
  if (x < gables.left) return besideGable(face, lines, EAVE_OVERHANG + gables.left - x, longest, 'left');
  if (x > gables.right) return besideGable(face, lines, EAVE_OVERHANG + x - gables.right, longest, 'right');
  return null;
}

const section = (
  from: ReachedFrom,
  input: { eaveHeight: number; roofTilt: number; standOff: number; slopeDistance: number },
  longest: number,
): ModuleReach | null => {
  const { reachable, poleLength, lift } = reachByHand(input, longest);
  if (!reachable || poleLength === null || lift === null) return null;
  return { from, pole: poleLength, standOff: input.standOff, neck: lift };
};

const beforeEave =
  ({ eaveHeight, tilt }: ReachFace, { eave }: Lines, standOffs: readonly number[], longest: number): Try =>
  ({ top }) =>
    shortest(
      standOffs.map((standOff) =>
        section('eave', { eaveHeight, roofTilt: tilt, standOff, slopeDistance: eave - top }, longest),
      ),
    );

/** Over the ridge, from where the roof falls away: the ridge stands for the eave, and the tilt is downwards. */
function behind({ eaveHeight, tilt }: ReachFace, { eave, ridge }: Lines, standOff: number, longest: number): Try {
  const ridgeHeight = eaveHeight + (eave - ridge) * Math.sin(radians(tilt));
  return ({ bottom }) =>
    section('behind', { eaveHeight: ridgeHeight, roofTilt: -tilt, standOff, slopeDistance: bottom - ridge }, longest);
}

/** Over the gable: the section along the eave is level, as high as the roof is there. */
function besideGable(
  { eaveHeight, tilt }: ReachFace,
  { eave, gables }: Lines,
  standOff: number,
  longest: number,
  side: 'left' | 'right',
): Try {
  return ({ left, right, top }) =>
    section(
      'gable',
      {
        eaveHeight: eaveHeight + (eave - top) * Math.sin(radians(tilt)),
        roofTilt: 0,
        standOff,
        slopeDistance: side === 'left' ? right - gables.left : gables.right - left,
      },
      longest,
    );
}

/** Over the glass from a walkway: to the farthest corner, hands above the glass. */
function fromWalkway(
  walkway: { x: number; y: number; width: number; height: number },
  { left, right, top, bottom }: Box,
  longest: number,
): ModuleReach | null {
  const outside = (value: number, from: number, to: number) => Math.max(0, from - value, value - to);
  const corners = [left, right].flatMap((x) => [top, bottom].map((y) => ({ x, y })));
  const distance = Math.max(
    ...corners.map(({ x, y }) =>
      Math.hypot(outside(x, walkway.x, walkway.x + walkway.width), outside(y, walkway.y, walkway.y + walkway.height)),
    ),
  );
  const pole = Math.hypot(distance, HAND_HEIGHT);
  return pole <= longest ? { from: 'walkway', pole, standOff: 0, neck: 0 } : null;
}

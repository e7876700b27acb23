import { MODULE_SIZE, USUAL_LINE } from '../assumptions.ts';
import type { Orientation } from '../inspections/marks.ts';
import { type Grid, moduleCount, type Place } from '../sites/layout.ts';
import { MODULE_GAP } from '../sites/section.ts';
import { radians } from '../units/angles.ts';
import type { SprayRow } from './rows.ts';

/** A face over which a line lies: degrees, m up to its eave. */
export interface SprayedFace extends Grid {
  orientation: Orientation;
  tilt: number;
  eaveHeight: number;
}

/** m across and up the slope that one module takes. */
function pitchOf({ orientation }: Pick<SprayedFace, 'orientation'>): { across: number; up: number } {
  const { long, short } = MODULE_SIZE;
  return orientation === 'portrait'
    ? { across: short + MODULE_GAP, up: long + MODULE_GAP }
    : { across: long + MODULE_GAP, up: short + MODULE_GAP };
}

/** Height from the eave to the upper edge of the modules, m. */
const rise = (face: SprayedFace): number => Math.sin(radians(face.tilt)) * face.rows * pitchOf(face).up;

/** How a line is usually laid over a face: m from the ground up to its top pipe, m of riser, m between holes, m2 of glass under it. */
export function lineOver(face: SprayedFace): {
  lift: number;
  riser: number;
  spacing: number;
  area: number;
  pipes: 1 | 2;
} {
  const lift = face.eaveHeight + rise(face);
  return {
    lift,
    riser: Math.ceil(lift + USUAL_LINE.riserBeside),
    spacing: pitchOf(face).across / USUAL_LINE.holes,
    area: moduleCount(face) * MODULE_SIZE.long * MODULE_SIZE.short,
    pipes: face.rows >= USUAL_LINE.secondFrom ? 2 : 1,
  };
}

/** The pipes of a line: one along the top, and a second that lies half way down the face. @param lift m up to the top pipe */
export function pipesOver(face: SprayedFace, pipes: 1 | 2, lift: number): SprayRow[] {
  const orifices = face.columns * USUAL_LINE.holes;
  const upper = { orifices, lift };
  return pipes === 1 ? [upper] : [upper, { orifices, lift: Math.max(0, lift - rise(face) / 2) }];
}

/** A pipe as it is drawn on the drawing of a face: its left end and its length, m of the drawing. */
export interface DrawnPipe {
  kind: 'spray-line';
  x: number;
  y: number;
  width: number;
  height: 0;
}

/** The pipes of a line on the drawing of its face, as it is usually laid: along the top, and half way down over many rows. */
export function pipesDrawn(
  face: Pick<Grid, 'rows' | 'columns'> & { orientation: Orientation; origin: Place },
): DrawnPipe[] {
  const { across, up } = pitchOf(face);
  const { row, column } = face.origin;
  const pipe = (y: number): DrawnPipe => ({
    kind: 'spray-line',
    x: column * across,
    y,
    width: face.columns * across - MODULE_GAP,
    height: 0,
  });
  const top = row * up - MODULE_GAP;
  return face.rows >= USUAL_LINE.secondFrom ? [pipe(top), pipe(top + Math.ceil(face.rows / 2) * up)] : [pipe(top)];
}

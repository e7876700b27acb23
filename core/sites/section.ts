import { EAVE_OVERHANG, MODULE_SIZE, STRIP_AT_EAVE } from '../assumptions.ts';
import type { Place } from './layout.ts';

/** Metres between the edges of neighbouring modules. */
export const MODULE_GAP = 0.05;

export interface DrawnFace {
  rows: number;
  orientation: 'portrait' | 'landscape';
  drawing: {
    origin: Place;
    /** metres from the lowest modules to the eave; null where nobody has measured */
    toEave: number | null;
    things: readonly { kind: string; y: number }[];
  };
}

export interface MeasuredSection {
  /** metres from the eave up the slope to the far edge of the modules */
  slopeLength: number;
  /** metres from the wall of the places drawn before it where one can stand; empty where none is */
  standOffs: number[];
}

/** Metres up the slope from the eave: to the lowest modules, to their far edge, and to the ridge. */
export function slopeOf({
  rows,
  orientation,
  drawing,
}: Pick<DrawnFace, 'rows' | 'orientation'> & { drawing: { toEave: number | null; toRidge: number | null } }) {
  const down = orientation === 'portrait' ? MODULE_SIZE.long : MODULE_SIZE.short;
  const strip = drawing.toEave ?? STRIP_AT_EAVE;
  const farEdge = strip + rows * (down + MODULE_GAP) - MODULE_GAP;
  return { strip, farEdge, ridge: farEdge + (drawing.toRidge ?? STRIP_AT_EAVE) };
}

/**
 * The section of a face at right angles to its eave, from its drawing. What nobody has measured is taken from the house
 * assumptions: the strip under the lowest row, the overhang of the eave. Below the eave the drawing is the ground.
 */
export function sectionOf({ rows, orientation, drawing }: DrawnFace): MeasuredSection {
  const pitch = (orientation === 'portrait' ? MODULE_SIZE.long : MODULE_SIZE.short) + MODULE_GAP;
  const { farEdge } = slopeOf({ rows, orientation, drawing: { ...drawing, toRidge: null } });
  const eave = drawing.origin.row * pitch + farEdge;
  return {
    slopeLength: farEdge,
    standOffs: drawing.things
      .filter(({ kind, y }) => kind === 'stand' && y > eave)
      .map(({ y }) => EAVE_OVERHANG + y - eave),
  };
}

import { z } from 'zod';
import { FITTED_KINDS } from '../../core/fittings/kinds.ts';
import { THING_KINDS } from '../../core/sites/layout.ts';
import { date, note, text } from '../common.ts';

/** As many things as a drawing holds. */
export const MOST_THINGS = 200;

const metres = z.number().min(-500).max(500);

/** Something on or before the face: its upper left corner in metres of the drawing, and how far it reaches. */
export const roofThing = z.object({
  kind: z.enum(THING_KINDS),
  x: metres,
  y: metres,
  width: z.number().min(0).max(500),
  height: z.number().min(0).max(500),
  label: note(60),
});
export type RoofThing = z.infer<typeof roofThing>;

const place = z.object({ row: z.number().int().min(-1000).max(1000), column: z.number().int().min(-1000).max(1000) });

/** How the modules of an array lie: what makes an index of its grid a place on the roof. */
export const laidOut = z.object({
  rows: z.number().int().min(1).max(200),
  columns: z.number().int().min(1).max(400),
  origin: place,
});

/** The face about the modules: where their grid lies on the drawing, ridge and eave, and what stands in the way. */
export const faceDrawing = z.object({
  /** place of the grid's top left module on the drawing */
  origin: place.default({ row: 0, column: 0 }),
  /** metres up the slope from the modules to the ridge, and down from them to the eave; null where nobody has measured */
  toRidge: z.number().min(0).max(200).nullable().default(null),
  toEave: z.number().min(0).max(200).nullable().default(null),
  things: z.array(roofThing).max(MOST_THINGS).default([]),
  /** what was fitted against a cause, and on which rows of the drawing; the other rows are its control */
  fitted: z
    .array(
      z.object({
        kind: z.enum(FITTED_KINDS),
        rows: z.array(z.number().int().min(-1000).max(1000)).min(1, 'must name at least one row').max(200),
        since: date,
      }),
    )
    .max(20)
    .default([]),
});
export type FaceDrawing = z.infer<typeof faceDrawing>;

/** What the drawing was called in files up to 0.2.0: such a file is refused, so that no drawing is lost without a word. */
export const calledSheet = z
  .never('is called "drawing" now: change that word in the file, and send it again')
  .optional();

export const EMPTY_DRAWING: FaceDrawing = {
  origin: { row: 0, column: 0 },
  toRidge: null,
  toEave: null,
  things: [],
  fitted: [],
};

/** The name of a string or of an inverter. */
export const stringName = text(40);

import type { z } from 'zod';
import type { safetyFields } from '../contract/methods/safety.ts';

type Sheet = z.input<typeof safetyFields>;

const USUAL: Sheet = {
  competent: 'Nomsa Vale',
  emergencyNumber: '000 (made up)',
  lines: 'no',
  brittle: 'no',
  isolation: 'AC side at the inverter first, then its DC switch; on again the other way round, by its manual.',
};

/** The safety sheets of the demo, by the key of a site; two sites have none yet. */
export const SAFETY: Readonly<Record<string, Sheet>> = {
  farmhouse: {
    ...USUAL,
    emergencyPlace: 'Farm gate on the dam road, second track left; the yard bell is rung.',
    lines: 'yes',
    linesWhere: 'From the road pole to the gable, over the west corner of the yard.',
  },
  cellar: {
    ...USUAL,
    emergencyPlace: 'Cellar yard, loading door; the weighbridge keeps the gate open.',
    access: 'Lift on the loading yard, concrete; walkway along the ridge.',
    anchor: 'Line along the ridge, papers in the cellar office.',
    rescue: 'Lift lowered from the ground by the second person.',
    brittle: 'yes',
    brittleWhere: 'Skylights between row 4 and 5, marked with battens.',
  },
  'packing-shed': {
    ...USUAL,
    emergencyPlace: 'Packing shed, cold-room side; meet at the fruit stand.',
    access: 'Lift beside the shaded face, on gravel laid with boards.',
    anchor: 'None on the roof: work from the lift alone.',
    rescue: 'Lift lowered from the ground by the second person.',
  },
  school: { ...USUAL, emergencyPlace: 'School carport, staff gate; the caretaker meets them.' },
  flats: {
    ...USUAL,
    emergencyPlace: 'Roof of the flats, stair B; the key hangs in the caretaker’s box.',
    access: 'Stair B and roof hatch, then inside the parapet.',
    anchor: 'Parapet over a metre on all sides but the north corner: rope there.',
    rescue: 'Down by the stair; two carry.',
  },
  clinic: { ...USUAL, emergencyPlace: 'Clinic, ground frame behind the laundry.' },
  'cold-store': {
    ...USUAL,
    emergencyPlace: 'Cold store, battery room side; nobody enters the battery room.',
    access: 'Lift on the apron.',
    anchor: 'None on the roof: work from the lift alone.',
    rescue: 'Lift lowered from the ground by the second person.',
    others: 'The battery room is for a licensed electrician alone.',
  },
  dairy: {
    ...USUAL,
    emergencyPlace: 'Dairy, milking parlour; keep clear of the bull pen.',
    access: 'Lift on the yard, cows inside.',
    anchor: 'None on the roof: work from the lift alone.',
    rescue: 'Lift lowered from the ground by the second person.',
    brittle: 'yes',
    brittleWhere: 'Old fibre sheets over the feed store.',
  },
  kiosk: { ...USUAL, emergencyPlace: 'Kiosk at the cross roads.' },
  museum: {
    ...USUAL,
    emergencyPlace: 'Museum, tide gate; the porter opens the barrier.',
    access: 'Lift from the quay, by permit.',
    anchor: 'None on the saw-tooth: work from the lift alone.',
    rescue: 'Lift lowered from the ground by the second person.',
  },
};

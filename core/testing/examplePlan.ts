import { HOUSE } from '../assimilation/house.ts';
import type { Soil } from '../inspections/soil.ts';
import { MADE_UP_FIRM } from '../planning/madeUpFirm.ts';
import type { PlanInput } from '../planning/visit.ts';
import type { MethodInput } from '../rules/input.ts';
import { CLEAN_GLASS } from '../soiling/layered.ts';
import { exampleMembers, exampleYear } from './exampleAhead.ts';

/** Soils as they are met, made up. */
export const exampleSoils = {
  looseDust: { kind: 'dust', where: 'whole-face', grade: 'faint', share: 1, bond: 'dry' },
  dust: { kind: 'dust', where: 'whole-face', grade: 'plain', share: 1, bond: 'wet' },
  lichen: { kind: 'lichen', where: 'lower-edge', grade: 'plain', share: 0.02, bond: 'blade' },
  algae: { kind: 'algae', where: 'lower-edge', grade: 'plain', share: 0.02, bond: 'soak' },
  sap: { kind: 'sap', where: 'spots', grade: 'plain', share: 0.01, bond: 'wet' },
} satisfies Record<string, Soil>;

/** Twenty modules on a house of one storey. */
export const exampleFace = (soils: Soil[], changes: Partial<MethodInput> = {}): MethodInput => ({
  soils,
  mount: 'pitched-roof',
  storeys: 1,
  eaveHeight: 2.8,
  surfaceTilt: 20,
  modules: 20,
  runOff: 'drain',
  waterless: false,
  finish: 'output',
  bladeAgreed: false,
  ...changes,
});

/** A borehole, a resin vessel and a membrane. */
export const exampleWater: PlanInput['water'] = MADE_UP_FIRM.water;

/** The same year ahead with lichen on the glass. */
export const exampleLichenYear: PlanInput['arrays'][number]['courses'] = {
  ...exampleYear,
  members: exampleMembers(12, {
    parameters: { lichenDensity: 300, mismatch: 8 },
    initial: { ...CLEAN_GLASS, loose: 0.7, bonded: 0.5, droppings: 0.001, lichenRadius: 0.004 },
  }),
};

/** Two faces, one of them with lichen that is to be bladed. */
export const examplePlan: PlanInput = {
  arrays: [
    { arrayId: 'sunny', name: 'Sunny face', method: exampleFace([exampleSoils.dust]), courses: exampleYear },
    {
      arrayId: 'shaded',
      name: 'Shaded face',
      method: exampleFace([exampleSoils.dust, exampleSoils.lichen], {
        bladeAgreed: true,
        accessByHand: 'lift',
      }),
      courses: exampleLichenYear,
    },
  ],
  house: HOUSE,
  finish: 'output',
  water: exampleWater,
  prices: MADE_UP_FIRM.prices,
  travelKm: 30,
  travelMinutes: 40,
  valuePerKWh: 228,
  ownUse: 0.7,
  overrides: {},
};

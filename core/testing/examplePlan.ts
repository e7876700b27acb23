import { HOUSE } from '../assimilation/house.ts';
import type { Soil } from '../inspections/soil.ts';
import type { MethodInput } from '../methods/input.ts';
import type { PlanInput } from '../methods/visit.ts';
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
export const exampleWater: PlanInput['water'] = {
  conductivity: 900,
  waterTemperature: 18,
  carbonDioxide: 5,
  boughtConductivity: 8,
  resin: { litres: 25, utilisation: 0.95 },
  osmosis: { rejection: 0.96, recovery: 0.45, permeateFlow25: 300 },
  changeAt: 20,
  prices: { sourcePer1000: 3500, boughtPer1000: 95_000, resinPerLitre: 9500, osmosisPer1000: 4200 },
};

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
  prices: {
    hourlyRate: 32_000,
    crew: 2,
    travelPerKm: 650,
    consumablesPerModule: 350,
    accessEquipment: 280_000,
    minimumCharge: 0,
    riskShare: 0.15,
    planDiscount: 0.1,
    taxRate: 0.15,
  },
  travelKm: 30,
  travelMinutes: 40,
  valuePerKWh: 228,
  ownUse: 0.7,
  overrides: {},
};

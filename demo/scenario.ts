import type { z } from 'zod';
import type { defect, expectedReading, fittingLookedAt, mark, soil } from '../contract/inspections/endpoints.ts';
import type { planOverrides } from '../contract/methods/endpoints.ts';
import type { FaceDrawing, RoofThing } from '../contract/sites/drawing.ts';
import type { arrayFields, customerFields, siteFields } from '../contract/sites/endpoints.ts';
import type { Truth } from './truth.ts';

/** The scenario in short: who, what lies on the roof, and what has been done. `make.ts` writes the import files from it. */
export interface DemoArray {
  fields: z.input<typeof arrayFields>;
}
export interface DemoRound {
  /** days from the anchor day on which somebody looked */
  look: number;
  from?: 'ground' | 'ladder' | 'pole-camera' | 'drone' | 'roof';
  /** for each array of the site; left out where nobody looked */
  soils: (z.input<typeof soil>[] | undefined)[];
  /** likewise: patches where they were marked */
  marks?: (z.input<typeof mark>[] | undefined)[];
  wipe?: 'not-done' | 'clean' | 'some' | 'plain';
  defects?: (z.input<typeof defect>[] | undefined)[];
  causes?: string[];
  reading?: (z.input<typeof expectedReading> | undefined)[];
  bladeAgreed?: boolean;
  /** of each face, how what was fitted there was found */
  fittings?: z.input<typeof fittingLookedAt>[][];
  notes?: string;
  photos?: boolean;
  reckoned?: boolean;
  /** overrides of arrays stand under their names */
  plan?: { finish: 'output' | 'spotless'; overrides?: z.input<typeof planOverrides> };
  quote?: {
    message?: string;
    stated?: string;
    sent?: number;
    decision?: { day: number; what: 'accepted' | 'declined'; choice?: 'one' | 'planned' };
  };
  job?: {
    day: number;
    doneSteps: number | 'all';
    /** pieces of kit in the van; all of it where this is left out */
    packed?: number;
    partMarked?: number;
    notReached?: number[];
    bladed?: number[];
    water?: number;
    report?: 'draft' | 'signed';
  };
}
export interface DemoSite {
  key: string;
  customer: z.input<typeof customerFields>;
  fields: z.input<typeof siteFields>;
  arrays: DemoArray[];
  water: { dayOffset: number; conductivity: number; temperature: number }[];
  rounds: DemoRound[];
  /** how it really is there: rain, energy, looks and readings follow from it */
  truth?: Truth;
}

type Marks = z.input<typeof mark>[];
/** Modules of the grid from one to another, both included. */
const span = (from: number, to: number): number[] => Array.from({ length: to - from + 1 }, (_, at) => from + at);
const marked = (
  kind: Marks[number]['kind'],
  pattern: Marks[number]['pattern'],
  severity: Marks[number]['severity'],
  modules: number[],
): Marks[number] => ({ kind, pattern, severity, modules });
/** Single cells of one module, where which ones decides what they cost. */
const onCells = (
  kind: Marks[number]['kind'],
  severity: Marks[number]['severity'],
  module: number,
  cells: number[],
) => ({
  ...marked(kind, 'cells', severity, [module]),
  cells,
});
/** Strings of so many modules, row by row, and where told the inverter that each ends in. */
const inStrings = (modules: number, length: number, inverters: string[] = []) =>
  Array.from({ length: Math.ceil(modules / length) }, (_, at) => ({
    name: `String ${at + 1}`,
    modules: span(at * length, Math.min(modules, (at + 1) * length) - 1),
    ...(inverters[at] === undefined ? {} : { inverter: inverters[at] }),
  }));

/** The face about the modules: metres up to the ridge and down to the eave, and what stands on it and before it. */
const face = (
  toRidge: number,
  toEave: number,
  ...things: [kind: RoofThing['kind'], x: number, y: number, width: number, height: number, label: string][]
): FaceDrawing => ({
  origin: { row: 0, column: 0 },
  toRidge,
  toEave,
  things: things.map(([kind, x, y, width, height, label]) => ({ kind, x, y, width, height, label })),
  fitted: [],
});

type Soils = z.input<typeof soil>[];
const dust = (
  grade: 'faint' | 'plain' | 'thick',
  kind: 'dust' | 'harvest-dust' | 'building-dust' = 'dust',
): Soils[number] => ({
  kind,
  where: 'whole-face',
  grade,
  share: 1,
  bond: grade === 'faint' ? 'dry' : 'wet',
});
const droppings = (share: number): Soils[number] => ({ kind: 'droppings', where: 'spots', share, bond: 'soak' });
const lichen = (share: number): Soils[number] => ({ kind: 'lichen', where: 'lower-edge', share, bond: 'blade' });
const edge = (share: number): Soils[number] => ({ kind: 'algae', where: 'lower-edge', share, bond: 'soak' });
const scale: Soils[number] = { kind: 'scale', where: 'lower-edge', grade: 'plain', share: 0.15, bond: 'soak' };
const pollen: Soils[number] = { kind: 'pollen', where: 'whole-face', grade: 'faint', share: 0.8, bond: 'wet' };

const site = (
  fields: Pick<z.input<typeof siteFields>, 'name' | 'place'> & Partial<z.input<typeof siteFields>>,
): z.input<typeof siteFields> => ({
  latitude: -33.5,
  longitude: 19,
  altitude: 240,
  zone: 'Africa/Johannesburg',
  climate: 'winter-rain',
  surroundings: 'farmland',
  energyBought: 285000,
  energySold: 95000,
  ownUse: 0.7,
  runOff: 'garden',
  waterSource: 'borehole',
  travelKm: 36,
  travelMinutes: 50,
  notes: '',
  ...fields,
});

const array = (
  fields: Pick<z.input<typeof arrayFields>, 'name' | 'rows' | 'columns'> & Partial<z.input<typeof arrayFields>>,
): DemoArray => ({
  fields: {
    orientation: 'portrait',
    moduleWatts: 415,
    gammaPdc: -0.0035,
    tilt: 22,
    azimuth: 10,
    mount: 'pitched-roof',
    storeys: 1,
    eaveHeight: 2.8,
    installedOn: '2021-03-15',
    birds: 'few',
    missing: [],
    ...fields,
  },
});

export const SITES: DemoSite[] = [
  {
    key: 'farmhouse',
    truth: { dust: 0.6, by: 'owner', strips: true },
    customer: { name: 'Lindiwe Oakes', email: 'lindiwe@oakes.example', phone: '000 555 0101' },
    fields: site({ name: 'Oakes farmhouse', place: 'Quince Lane 4, Merrow Valley' }),
    arrays: [
      array({
        name: 'North roof',
        rows: 3,
        columns: 8,
        missing: [7],
        inverterLimit: 8000,
        drawing: face(
          0.6,
          0.5,
          ['obstacle', 7.8, 0.2, 0.8, 1.2, 'flue'],
          ['stand', 3.2, 9.4, 0, 0, 'lawn'],
          ['water', 9.6, 7.6, 0, 0, 'tap'],
        ),
      }),
    ],
    water: [{ dayOffset: -380, conductivity: 1180, temperature: 20 }],
    rounds: [
      {
        look: -385,
        soils: [[dust('plain', 'harvest-dust'), droppings(0.004)]],
        wipe: 'some',
        photos: true,
        plan: { finish: 'output' },
        quote: { sent: -384, decision: { day: -381, what: 'accepted' } },
        job: { day: -377, doneSteps: 'all', report: 'signed', notReached: [0] },
      },
      {
        look: -6,
        soils: [[dust('plain', 'harvest-dust'), droppings(0.006), edge(0.004)]],
        wipe: 'some',
        causes: ['harvest next door', 'low tilt at the lip'],
        photos: true,
        reading: [{ power: 6120, side: 'ac', poaIrradiance: 905, tempModule: 47.5 }],
        defects: [[{ kind: 'snail-trail', module: 12, severity: 'watch', note: 'two trails, as last year' }]],
        plan: { finish: 'output' },
        quote: { sent: -5, decision: { day: -3, what: 'accepted' } },
        job: { day: 0, doneSteps: 5, partMarked: 11 },
      },
    ],
  },
  {
    key: 'cellar',
    truth: { dust: 1.7, by: 'estimator', strips: true },
    customer: { name: 'Thornfield Cellars', email: 'works@thornfield.example', phone: '000 555 0102' },
    fields: site({
      name: 'Thornfield cellar',
      place: 'Cask Road 1, Merrow Valley',
      energyBought: 210000,
      energySold: 82000,
      ownUse: 0.85,
      travelKm: 44,
      travelMinutes: 60,
      runOff: 'drain',
    }),
    arrays: [
      array({
        name: 'Cellar roof',
        rows: 14,
        columns: 30,
        drawing: face(1.5, 1.2, ['walkway', -1.4, -1, 1, 27, 'walkway'], ['water', 33.6, 24, 0, 0, 'hose point']),
        moduleWatts: 450,
        tilt: 8,
        azimuth: 355,
        storeys: 2,
        eaveHeight: 6.5,
        inverterLimit: 150000,
      }),
    ],
    water: [{ dayOffset: -200, conductivity: 980, temperature: 19 }],
    rounds: [
      {
        look: -330,
        from: 'drone',
        soils: [[dust('plain', 'harvest-dust'), edge(0.003)]],
        plan: { finish: 'output' },
        quote: { sent: -329, decision: { day: -320, what: 'accepted', choice: 'one' } },
        job: { day: -312, doneSteps: 'all', report: 'signed', notReached: [0, 1, 2, 3] },
      },
      {
        look: -3,
        from: 'drone',
        soils: [[dust('plain', 'harvest-dust'), edge(0.006), droppings(0.003)]],
        wipe: 'some',
        photos: true,
        causes: ['harvest dust', 'flat tilt puddles at the lip'],
        plan: { finish: 'output' },
        quote: { sent: -2 },
      },
    ],
  },
  {
    key: 'packing-shed',
    truth: { dust: 1.1, by: 'estimator', strips: true },
    customer: { name: 'Pear Tree Packers', email: 'yard@peartree.example', phone: '000 555 0103' },
    fields: site({
      name: 'Pear Tree packing shed',
      place: 'Crate Yard 9, Low Ferry',
      energyBought: 230000,
      ownUse: 0.9,
      runOff: 'drain',
    }),
    arrays: [
      array({
        name: 'Sunny face',
        rows: 4,
        columns: 15,
        tilt: 12,
        azimuth: 350,
        eaveHeight: 4.2,
        strings: inStrings(60, 15, ['Shed 1', 'Shed 1', 'Shed 2', 'Shed 2']),
      }),
      array({
        name: 'Shaded face',
        rows: 4,
        columns: 10,
        tilt: 12,
        azimuth: 170,
        eaveHeight: 4.2,
        strings: inStrings(40, 20, ['Shed 3', 'Shed 4']),
      }),
    ],
    water: [{ dayOffset: -40, conductivity: 640, temperature: 18 }],
    rounds: [
      {
        look: -420,
        from: 'ladder',
        soils: [[dust('plain')], [dust('plain'), lichen(0.02), edge(0.01)]],
        wipe: 'plain',
      },
      {
        look: -190,
        from: 'ladder',
        soils: [[dust('plain')], [dust('plain'), lichen(0.025), edge(0.01)]],
        wipe: 'plain',
      },
      {
        look: -12,
        from: 'ladder',
        soils: [
          [dust('plain'), pollen],
          [dust('faint'), lichen(0.03), edge(0.01)],
        ],
        marks: [
          undefined,
          [marked('lichen', 'lower-edge', 'heavy', span(20, 39)), marked('lichen', 'lower-edge', 'plain', span(0, 19))],
        ],
        wipe: 'plain',
        bladeAgreed: true,
        photos: true,
        causes: ['poplars to the south', 'dew'],
        defects: [
          undefined,
          [{ kind: 'seal', module: 31, severity: 'report', note: 'seal lifting at the lower corner' }],
        ],
        plan: { finish: 'output' },
        quote: { sent: -11, decision: { day: -8, what: 'accepted' } },
        job: { day: 2, doneSteps: 0, packed: 4 },
      },
    ],
  },
  {
    key: 'school',
    customer: { name: 'Merrow Valley School', email: 'office@merrowschool.example', phone: '000 555 0104' },
    fields: site({
      name: 'School carport',
      place: 'Slate Street 20, Merrow',
      surroundings: 'town',
      waterSource: 'tap',
      energyBought: 310000,
      ownUse: 0.55,
      travelKm: 12,
      travelMinutes: 24,
    }),
    arrays: [
      array({
        name: 'Carport with spray line',
        rows: 2,
        columns: 24,
        tilt: 6,
        azimuth: 20,
        mount: 'carport',
        eaveHeight: 3.1,
        inverterLimit: 17000,
        drawing: face(
          0.3,
          0.3,
          ['spray-line', 0, -0.15, 26.1, 0, ''],
          ['stand', 9, 9.5, 0, 0, 'drive'],
          ['stand', 17, -6, 0, 0, 'path behind'],
        ),
      }),
    ],
    water: [{ dayOffset: -90, conductivity: 320, temperature: 18 }],
    rounds: [
      {
        look: -88,
        soils: [[dust('faint'), scale]],
        notes: 'Spray line runs at noon in summer: hard water on hot glass, hence the scale.',
        plan: {
          finish: 'spotless',
          overrides: {
            arrays: {
              'Carport with spray line': {
                access: {
                  value: 'ground',
                  reason: 'Open on both sides: brushed from the front and from behind.',
                },
              },
            },
          },
        },
        quote: {
          sent: -87,
          decision: { day: -80, what: 'accepted' },
          stated: 'Scale from the spray line, taken off before it grows.',
        },
        job: { day: -74, doneSteps: 'all', report: 'draft', water: 22 },
      },
    ],
  },
  {
    key: 'flats',
    customer: { name: 'Gullhaven Body of Owners', email: 'trustees@gullhaven.example', phone: '000 555 0105' },
    fields: site({
      name: 'Gullhaven flats',
      place: 'Lantern Quay 3, Merrow',
      surroundings: 'town',
      waterSource: 'tap',
      runOff: 'drain',
      energyBought: 295000,
      ownUse: 0.6,
      travelKm: 14,
      travelMinutes: 30,
    }),
    arrays: [
      array({
        name: 'East face',
        rows: 3,
        columns: 10,
        azimuth: 80,
        storeys: 3,
        eaveHeight: 9.5,
        birds: 'roost',
        cells: 'half',
        strings: inStrings(30, 15),
      }),
      array({
        name: 'North face',
        rows: 3,
        columns: 12,
        azimuth: 350,
        storeys: 3,
        eaveHeight: 9.5,
        birds: 'roost',
        cells: 'half',
        electronics: 'module',
      }),
      array({
        name: 'Flat part, puddles',
        rows: 2,
        columns: 9,
        tilt: 3,
        azimuth: 0,
        mount: 'flat-roof',
        storeys: 3,
        eaveHeight: 10,
        orientation: 'landscape',
        // Clips on one of its two rows: the other one is their control.
        drawing: { ...face(0.5, 0.5), fitted: [{ kind: 'drain-clip', rows: [0], since: '2026-01-12' }] },
      }),
    ],
    water: [{ dayOffset: -30, conductivity: 290, temperature: 17 }],
    rounds: [
      {
        look: -290,
        from: 'drone',
        soils: [
          [droppings(0.006), dust('faint')],
          [droppings(0.008), dust('faint')],
          [dust('faint'), edge(0.002)],
        ],
        marks: [undefined, undefined, [marked('algae', 'lower-edge', 'light', [10, 11])]],
      },
      {
        look: -20,
        from: 'drone',
        soils: [
          [droppings(0.018), dust('faint')],
          [droppings(0.024), dust('faint')],
          [dust('plain'), edge(0.02), droppings(0.01)],
        ],
        marks: [
          [
            marked('droppings', 'spots', 'heavy', span(0, 9)),
            marked('droppings', 'spots', 'light', [13, 17, 22]),
            onCells('droppings', 'heavy', 15, [33]),
          ],
          [marked('droppings', 'spots', 'heavy', span(0, 11)), marked('droppings', 'spots', 'plain', span(12, 17))],
          [marked('algae', 'lower-edge', 'heavy', span(9, 17)), marked('droppings', 'spots', 'light', [2, 5, 11])],
        ],
        fittings: [[], [], [{ kind: 'drain-clip', since: '2026-01-12', found: 'in-place', rows: [] }]],
        causes: ['gulls on the parapet', 'water stands at the lip'],
        photos: true,
        plan: {
          finish: 'output',
          overrides: {
            arrays: {
              'North face': {
                fittings: {
                  value: [{ kind: 'deterrent', rows: [0, 2], stands: 'along', each: 18000 }],
                  reason: 'gulls on the parapet',
                },
              },
            },
          },
        },
        quote: { sent: -19 },
      },
    ],
  },
  {
    key: 'clinic',
    customer: { name: 'Low Ferry Clinic', email: 'manager@lowferryclinic.example', phone: '000 555 0106' },
    fields: site({
      name: 'Low Ferry clinic',
      place: 'Willow Row 2, Low Ferry',
      surroundings: 'dusty',
      energyBought: 320000,
      ownUse: 0.8,
      travelKm: 58,
      travelMinutes: 75,
    }),
    arrays: [
      array({
        name: 'Ground frame, bifacial',
        rows: 2,
        columns: 18,
        moduleWatts: 540,
        tilt: 25,
        azimuth: 0,
        mount: 'ground',
        storeys: 0,
        eaveHeight: 0.8,
        rearFraction: 0.07,
        inverterLimit: 18000,
      }),
    ],
    water: [{ dayOffset: -60, conductivity: 1320, temperature: 21 }],
    rounds: [
      {
        look: -62,
        from: 'ground',
        soils: [[dust('thick')]],
        wipe: 'clean',
        causes: ['unpaved road'],
        photos: true,
        plan: {
          finish: 'output',
          overrides: { waterWay: { value: 'bought', reason: 'No drain for reject water at the clinic.' } },
        },
        quote: { sent: -61, decision: { day: -58, what: 'accepted', choice: 'one' } },
        job: { day: -52, doneSteps: 'all', report: 'signed', water: 8 },
      },
    ],
  },
  {
    key: 'cold-store',
    customer: { name: 'Hoarfrost Cold Store', email: 'plant@hoarfrost.example', phone: '000 555 0107' },
    fields: site({
      name: 'Hoarfrost cold store',
      place: 'Dock Road 77, Merrow',
      energyBought: 190000,
      energySold: 60000,
      ownUse: 0.75,
      runOff: 'drain',
      notes: 'Battery, and export capped by the network.',
    }),
    arrays: [
      array({
        name: 'Store roof',
        rows: 8,
        columns: 20,
        moduleWatts: 455,
        tilt: 5,
        azimuth: 0,
        storeys: 2,
        eaveHeight: 7,
        inverterLimit: 60000,
        exportLimit: 10000,
      }),
    ],
    water: [],
    rounds: [
      {
        look: -150,
        from: 'drone',
        soils: [[dust('plain')]],
        plan: { finish: 'output' },
        quote: { sent: -149, decision: { day: -140, what: 'declined' } },
      },
    ],
  },
  {
    key: 'dairy',
    customer: { name: 'Clover Bank Dairy', email: 'milk@cloverbank.example', phone: '000 555 0108' },
    fields: site({
      name: 'Clover Bank dairy',
      place: 'Clover Bank, Upper Merrow',
      energyBought: 240000,
      ownUse: 0.95,
      runOff: 'rainwater-tank',
    }),
    arrays: [
      array({ name: 'Milking parlour', rows: 4, columns: 14, tilt: 18, azimuth: 340, eaveHeight: 3.6, birds: 'roost' }),
    ],
    water: [{ dayOffset: -15, conductivity: 870, temperature: 20 }],
    rounds: [
      {
        look: -14,
        from: 'ladder',
        soils: [[droppings(0.03), dust('plain')]],
        marks: [
          [
            marked('droppings', 'spots', 'heavy', span(0, 13)),
            marked('droppings', 'spots', 'plain', [16, 20, 24]),
            onCells('droppings', 'heavy', 30, [20, 26]),
          ],
        ],
        causes: ['swallows under the ridge'],
        photos: true,
        plan: { finish: 'output' },
        quote: { message: 'Run-off goes to your tank, so water only: no soap and no alcohol.' },
      },
    ],
  },
  {
    key: 'kiosk',
    customer: { name: 'Bram Fielding', email: '', phone: '000 555 0109' },
    fields: site({
      name: 'Roadside kiosk',
      place: 'Salt Road, Dunmarsh',
      surroundings: 'dusty',
      energyBought: 650000,
      energySold: 0,
      ownUse: 1,
      waterSource: 'rain-tank',
      travelKm: 90,
      travelMinutes: 110,
      notes: 'Off the grid: every kWh is worth what the generator costs.',
    }),
    arrays: [
      array({ name: 'Kiosk roof', rows: 2, columns: 3, moduleWatts: 330, tilt: 15, azimuth: 30, eaveHeight: 2.4 }),
    ],
    water: [],
    rounds: [{ look: -25, from: 'ground', soils: [[dust('thick')]], reckoned: true }],
  },
  {
    key: 'museum',
    customer: { name: 'Merrow Tidal Museum', email: 'keeper@tidalmuseum.example', phone: '000 555 0110' },
    fields: site({
      name: 'Tidal museum',
      place: 'Old Basin 1, Merrow',
      surroundings: 'town',
      waterSource: 'tap',
      runOff: 'drain',
      energyBought: 300000,
      ownUse: 0.8,
      travelKm: 16,
      travelMinutes: 32,
    }),
    arrays: [
      array({
        name: 'Saw-tooth roof',
        rows: 3,
        columns: 16,
        tilt: 35,
        azimuth: 5,
        storeys: 4,
        eaveHeight: 14,
        birds: 'roost',
      }),
    ],
    water: [{ dayOffset: -45, conductivity: 300, temperature: 17 }],
    rounds: [
      {
        look: -44,
        from: 'drone',
        soils: [[droppings(0.012), dust('faint')]],
        plan: { finish: 'spotless' },
        quote: { sent: -43, stated: 'For looks: the roof is seen from the tower.' },
      },
    ],
  },
  {
    key: 'new-house',
    truth: { dust: 0.9, by: 'owner', strips: true },
    customer: { name: 'Priya Hollow', email: 'priya@hollow.example', phone: '000 555 0111' },
    fields: site({
      name: 'Hollow house',
      place: 'Fern Close 12, Merrow',
      surroundings: 'green',
      waterSource: 'tap',
      energyBought: 285000,
      energySold: 95000,
      ownUse: 0.4,
      travelKm: 20,
      travelMinutes: 36,
    }),
    arrays: [
      array({
        name: 'Back roof',
        rows: 2,
        columns: 6,
        drawing: face(1.8, 0.4, ['obstacle', 2, -1.5, 0.8, 1.1, 'roof window'], ['stand', 3, 7.2, 0, 0, 'patio']),
        tilt: 30,
        azimuth: 355,
        installedOn: '2026-02-01',
        birds: 'none',
        inverterLimit: 5000,
      }),
    ],
    water: [{ dayOffset: -9, conductivity: 280, temperature: 17 }],
    rounds: [
      {
        look: -9,
        from: 'ground',
        soils: [[dust('faint')]],
        wipe: 'clean',
        photos: true,
        plan: { finish: 'output' },
        quote: { message: 'You asked for a wash. Here is what it would be worth.', sent: -8 },
      },
    ],
  },
  {
    key: 'vineyard-office',
    customer: { name: 'Hester Quill', email: 'office@quillvines.example', phone: '000 555 0112' },
    fields: site({ name: 'Quill vines office', place: 'Trellis Way 6, Upper Merrow' }),
    arrays: [array({ name: 'Office roof', rows: 3, columns: 7, tilt: 17, azimuth: 20 })],
    water: [],
    rounds: [],
  },
];

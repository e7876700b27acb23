import { randomUUID } from 'node:crypto';

/** A made-up site, array and inspection as they are sent, each with ids of its own. */
export const siteBody = (changes: Record<string, unknown> = {}) => ({
  id: randomUUID(),
  customer: { id: randomUUID(), name: 'Ines Fell', email: '', phone: '' },
  name: 'Fell barn',
  place: 'Larch Lane 1',
  latitude: -33.5,
  longitude: 19,
  altitude: 200,
  zone: 'Africa/Johannesburg',
  climate: 'winter-rain',
  surroundings: 'farmland',
  energyBought: 280_000,
  energySold: 90_000,
  ownUse: 0.7,
  runOff: 'drain',
  waterSource: 'borehole',
  travelKm: 30,
  travelMinutes: 40,
  notes: '',
  ...changes,
});

export const arrayBody = (changes: Record<string, unknown> = {}) => ({
  id: randomUUID(),
  name: 'Roof',
  rows: 2,
  columns: 10,
  missing: [],
  orientation: 'portrait',
  moduleWatts: 400,
  gammaPdc: -0.0035,
  tilt: 20,
  azimuth: 0,
  mount: 'pitched-roof',
  storeys: 1,
  eaveHeight: 2.8,
  installedOn: null,
  inverterLimit: null,
  exportLimit: null,
  rearFraction: 0,
  birds: 'few',
  ...changes,
});

export const inspectionBody = (changes: Record<string, unknown> = {}) => ({
  id: randomUUID(),
  inspectedAt: '2026-11-20T08:00:00Z',
  from: 'ground',
  soils: [{ kind: 'dust', where: 'whole-face', grade: 'plain', share: 1, bond: 'wet' }],
  wipeTest: 'some',
  defects: [],
  causes: [],
  reading: null,
  bladeAgreed: false,
  notes: '',
  ...changes,
});

/** A safety sheet that lacks nothing, for whatever work. */
export const safetyBody = (changes: Record<string, unknown> = {}) => ({
  id: randomUUID(),
  version: 0,
  competent: 'Rolf Tarn',
  access: 'By the yard',
  anchor: 'Rail along the eave',
  lines: 'no',
  brittle: 'no',
  isolation: 'AC side first, then DC, by the manual',
  rescue: 'Second person with the lift',
  emergencyNumber: '000',
  emergencyPlace: 'Gate at Larch Lane 1',
  ...changes,
});

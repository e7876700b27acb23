import type { z } from 'zod';
import type { kitTold, thingFields } from '../contract/kit/endpoints.ts';

type Told = z.input<typeof kitTold>;
type WithoutDay<T> = T extends { on: string } ? Omit<T, 'on'> : T;

/** A thing of the demo's van, and what happened to it so many days ago. */
interface DemoThing extends Omit<z.input<typeof thingFields>, 'boughtOn'> {
  boughtAgo: number | null;
  told: (WithoutDay<Exclude<Told, { kind: 'retracted' }>> & { ago: number })[];
}

const inOrder = (ago: number, note = '') => ({ kind: 'checked' as const, passed: true, note, ago });
const calibrated = (ago: number, uncertainty: number | null = null) => ({
  kind: 'calibrated' as const,
  uncertainty,
  note: 'certificate in the folder',
  ago,
});
const lies = (where: string, ago = 100) => ({ kind: 'moved' as const, where, ago });

/** The kit of Harbour Pail Panel Care: made up. */
export const KIT: readonly DemoThing[] = [
  {
    kind: 'pole',
    name: 'Reed, six metres',
    length: 6,
    sections: 4,
    weight: 1.6,
    price: 480_000,
    lasts: 6,
    boughtAgo: 700,
    told: [inOrder(200), lies('van, left rack')],
  },
  {
    kind: 'pole',
    name: 'Heron, twelve metres',
    length: 12,
    sections: 7,
    weight: 3.9,
    price: 1_250_000,
    lasts: 5,
    boughtAgo: 500,
    told: [inOrder(345, 'third clamp renewed'), lies('van, left rack')],
  },
  {
    kind: 'brush',
    name: 'Soft sixty',
    width: 0.6,
    weight: 1.5,
    bristle: 'soft',
    price: 210_000,
    lasts: 2,
    boughtAgo: 300,
    told: [lies('van, brush box')],
  },
  {
    kind: 'brush',
    name: 'Stiff forty',
    width: 0.4,
    weight: 1.5,
    bristle: 'stiff',
    price: 180_000,
    lasts: 2,
    boughtAgo: 650,
    told: [lies('van, brush box'), { kind: 'state', state: 'worn', note: 'left end splayed', ago: 20 }],
  },
  {
    kind: 'robot-wet',
    name: 'Beetle',
    weight: 28,
    price: 14_500_000,
    lasts: 5,
    upkeep: 600_000,
    boughtAgo: 600,
    told: [lies('workshop', 12), { kind: 'state', state: 'broken', note: 'left drive, part ordered', ago: 12 }],
  },
  { kind: 'hose', name: 'Blue hose', length: 60, boughtAgo: 250, told: [lies('van, reel')] },
  { kind: 'tank', name: 'Long tank', volume: 600, boughtAgo: 600, told: [inOrder(240), lies('van, floor')] },
  { kind: 'squeegee', name: 'Squeegee', width: 0.45, boughtAgo: 150, told: [lies('van, brush box')] },
  { kind: 'blade', name: 'Blade holder', width: 0.1, boughtAgo: 60, told: [lies('van, drawer')] },
  { kind: 'ladder', name: 'Ladder', length: 5, weight: 14, boughtAgo: 900, told: [inOrder(120), lies('van, roof')] },
  {
    kind: 'harness',
    name: 'Harness one',
    boughtAgo: 900,
    told: [inOrder(170, 'stitching, buckles, lanyard'), lies('van, locker')],
  },
  {
    kind: 'irradiance-meter',
    name: 'Sun sensor',
    uncertainty: 0.007,
    boughtAgo: 800,
    told: [calibrated(200), lies('van, instrument case')],
  },
  {
    kind: 'thermometer',
    name: 'Glass thermometer',
    uncertainty: 1,
    boughtAgo: 800,
    told: [calibrated(200), lies('van, instrument case')],
  },
  {
    kind: 'conductivity-meter',
    name: 'Salt pen',
    boughtAgo: 800,
    told: [calibrated(350), lies('van, instrument case')],
  },
];

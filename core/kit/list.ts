import type { CleaningMethod } from '../assumptions.ts';
import { type Bare, bare, type Finding, type Written } from '../findings.ts';
import type { FittedKind, FittingUnit } from '../fittings/kinds.ts';
import { WATER_TRAITS, type WaterWay } from '../water/plan.ts';
import type { BrushName } from './brushes.ts';

/** What a thing is called on the list; metres, litres. */
export type KitName =
  | Finding<'kit-pole', { length: number }>
  | Finding<'kit-brush', { brush: BrushName }>
  | Finding<'kit-tank', { litres: number }>
  | Finding<'kit-fitting', Fitted>
  | Bare<`kit-${PlainKit}`>
  | Written;

/** What is taken along to be fitted, and how much of it. */
interface Fitted {
  kind: FittedKind;
  quantity: number;
  unit: FittingUnit;
}
/** Why it is on the list. */
export type KitBecause = Bare<`kit-because-${PlainKit | 'pole' | 'brush' | 'tank' | 'fitting'}`> | Written;

type PlainKit =
  | 'rotary'
  | 'robot-wet'
  | 'robot-dry'
  | 'microfibre'
  | 'hose'
  | 'irradiance'
  | 'thermometer'
  | 'cloths'
  | 'squeegee'
  | 'phone'
  | 'first-aid'
  | 'resin'
  | 'meter'
  | 'membrane'
  | 'soap'
  | 'alcohol'
  | 'blade'
  | 'access';

export interface KitItem {
  /** under which it is ticked off */
  key: string;
  label: KitName;
  because: KitBecause;
}

export interface KitInput {
  way: WaterWay;
  /** of cleaning; left out where only the water's kit is asked for */
  ways?: readonly CleaningMethod[];
  /** whether any of them takes water; default yes */
  wet?: boolean;
  brush: BrushName;
  /** metres; 0 where neither pole nor brush is carried */
  pole: number;
  litres: number;
  /** whether the water is drawn off the glass; default no */
  squeegee?: boolean;
  /** of the ladder that are used, and from where the glass is reached: by their codes */
  rungs: readonly string[];
  access: string;
  /** what is fitted on the visit, kind by kind; default nothing */
  fittings?: readonly Fitted[];
}

const thing = (name: PlainKit, key: string = name): KitItem => ({
  key,
  label: bare(`kit-${name}`),
  because: bare(`kit-because-${name}`),
});

/** What a way of cleaning needs beside brush and pole. */
const NEEDS: Record<CleaningMethod, KitItem | null> = {
  hose: null,
  'hose-and-brush': null,
  'fed-pole': null,
  soap: null,
  alcohol: null,
  'wet-blade': null,
  'rotary-head': thing('rotary'),
  'robot-wet': thing('robot-wet', 'robot'),
  'robot-dry': thing('robot-dry', 'robot'),
  'spray-line': null,
  'spray-line-wiped': null,
  cloth: thing('microfibre'),
  'dry-brush': null,
};

/** What has to be in the van the evening before, down to couplings and instruments. */
export function kitList({
  way,
  ways = ['fed-pole'],
  wet = true,
  brush,
  pole,
  litres,
  squeegee = false,
  rungs,
  access,
  fittings = [],
}: KitInput): KitItem[] {
  const { resin, membrane, brought } = WATER_TRAITS[way];
  const asked = (condition: boolean, ...items: KitItem[]) => (condition ? items : []);
  return [
    ...ways.flatMap((one) => NEEDS[one] ?? []),
    ...asked(
      pole > 0,
      { key: 'pole', label: { code: 'kit-pole', params: { length: pole } }, because: bare('kit-because-pole') },
      { key: 'brush', label: { code: 'kit-brush', params: { brush } }, because: bare('kit-because-brush') },
    ),
    ...asked(wet, thing('hose')),
    ...asked(wet && squeegee, thing('squeegee')),
    thing('irradiance'),
    thing('thermometer'),
    thing('cloths'),
    thing('phone'),
    thing('first-aid'),
    ...asked(wet && resin, thing('resin'), thing('meter')),
    ...asked(wet && membrane, thing('membrane')),
    ...asked(wet && brought, {
      key: 'tank',
      label: { code: 'kit-tank', params: { litres: Math.ceil(litres / 10) * 10 } },
      because: bare('kit-because-tank'),
    }),
    ...asked(rungs.includes('soap'), thing('soap')),
    ...asked(rungs.includes('alcohol'), thing('alcohol')),
    ...asked(rungs.includes('blade'), thing('blade')),
    ...asked(access === 'lift', thing('access')),
    ...fittings.map((params) => ({
      key: `fitting-${params.kind}`,
      label: { code: 'kit-fitting' as const, params },
      because: bare('kit-because-fitting'),
    })),
  ];
}

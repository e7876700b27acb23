import { type CleaningMethod, METHOD_WORK } from '../assumptions.ts';
import type { WaterWay } from '../water/plan.ts';

export interface KitItem {
  key: string;
  label: string;
  /** why it is on the list */
  because: string;
}

export interface KitInput {
  way: WaterWay;
  /** of cleaning; left out where only the water's kit is asked for */
  ways?: readonly CleaningMethod[];
  brush: string;
  /** metres */
  pole: number;
  litres: number;
  rungs: readonly string[];
  access: string;
}

/** What a way of cleaning needs beside brush and pole. */
const MACHINES: Partial<Record<CleaningMethod, KitItem[]>> = {
  'rotary-head': [
    { key: 'rotary', label: 'Rotary head, its drive and a spare pad', because: 'The way of cleaning chosen.' },
  ],
  'robot-wet': [
    {
      key: 'robot',
      label: 'Wet robot, charged, with its tether',
      because: 'It is held from above wherever it could slide off.',
    },
  ],
  'robot-dry': [
    {
      key: 'robot',
      label: 'Dry robot, charged, with its tether',
      because: 'It is held from above wherever it could slide off.',
    },
  ],
  cloth: [{ key: 'microfibre', label: 'Microfibre cloths, clean, one a row', because: 'Grit in a cloth scratches.' }],
};

/** What has to be in the van the evening before, down to couplings and instruments. */
export function kitList(input: KitInput): KitItem[] {
  const ways = input.ways ?? ['fed-pole'];
  const wet = ways.some((way) => METHOD_WORK[way].flow > 0);
  const machine = ways.flatMap((way) => MACHINES[way] ?? []);
  const items: KitItem[] = [
    ...machine,
    { key: 'pole', label: `Pole, ${input.pole} m, clamps tried`, because: 'Reach of this array.' },
    {
      key: 'brush',
      label: `Brush: ${input.brush}, brush checked`,
      because: 'A stone in the bristles scratches every module after it.',
    },
    ...(wet
      ? [
          {
            key: 'hose',
            label: 'Hose, couplings and a spare washer',
            because: 'A coupling that does not fit is found out on site.',
          },
        ]
      : []),
    {
      key: 'irradiance',
      label: 'Irradiance sensor, clean, with its stand',
      because: 'Readings before and after are worth nothing without it.',
    },
    {
      key: 'thermometer',
      label: 'Contact thermometer',
      because: 'Cold glass gives more power: it must be corrected for.',
    },
    { key: 'cloths', label: 'White cloths for wipe tests', because: 'The photographed pair is part of the proof.' },
    { key: 'phone', label: 'Phone charged, job opened once', because: 'The cards are then at hand without a signal.' },
    {
      key: 'first-aid',
      label: 'First-aid kit, drinking water, sun cover',
      because: 'Heat and falls come before glass.',
    },
  ];
  if (wet && (input.way === 'resin' || input.way === 'osmosis-resin')) {
    items.push(
      {
        key: 'resin',
        label: 'Two resin vessels, lead before lag',
        because: 'Side by side they are exhausted together.',
      },
      { key: 'meter', label: 'Conductivity meter', because: 'It says when the lead vessel is spent.' },
    );
  }
  if (wet && input.way === 'osmosis-resin') {
    items.push({
      key: 'membrane',
      label: 'Membrane unit, carbon filter, reject hose',
      because: 'Chlorine is taken out first; the reject needs somewhere to go.',
    });
  }
  if (wet && input.way === 'bought') {
    items.push({
      key: 'tank',
      label: `Tank with ${Math.ceil(input.litres / 10) * 10} L, strapped`,
      because: 'A kilogram a litre: mind the payload.',
    });
  }
  if (input.rungs.includes('soap'))
    items.push({ key: 'soap', label: 'pH-neutral soap, measured', because: 'Sticky soil.' });
  if (input.rungs.includes('alcohol'))
    items.push({ key: 'alcohol', label: 'Alcohol, cloths, no sparks near', because: 'Something grows here.' });
  if (input.rungs.includes('blade'))
    items.push({ key: 'blade', label: 'New blades and holder, edge looked along', because: 'A nick scratches glass.' });
  if (input.access === 'from a lift or scaffold') {
    items.push({
      key: 'access',
      label: 'Lift or scaffold papers, harness checked',
      because: 'A competent person, under local law.',
    });
  }
  return items;
}

export type StepKey =
  | 'arrive'
  | 'before'
  | 'isolate'
  | 'ready'
  | 'rinse'
  | 'brush'
  | 'lip'
  | 'escalate'
  | 'final-rinse'
  | 'wipe'
  | 're-energise'
  | 'dry'
  | 'after'
  | 'look-again'
  | 'pack';

/** How a step ends: a tick, readings, marks on every module, photographs, a water reading. */
export type StepEnd = 'tick' | 'before-readings' | 'after-readings' | 'modules' | 'wipe-pair' | 'water' | 'meter';

export interface Caution {
  key: string;
  /** a question that must be answered yes before the step goes on */
  ask: string;
  /** what to do when the answer is no */
  otherwise: string;
}

export interface Step {
  key: StepKey;
  verb: string;
  sentence: string;
  ends: StepEnd;
  cautions: Caution[];
  /** hazards that the work meets as well: asked here unless they were answered yes on an earlier step */
  touches?: Caution[];
  /** works without water */
  dry?: true;
  /** minutes that the step lasts at least */
  minutes?: number;
}

export interface StepsInput {
  access: 'from the ground' | 'from a lift or scaffold' | 'at hand height';
  escalates: boolean;
  rungs: readonly string[];
  isolate: boolean;
  /** minutes until the glass is dry and warm again after the last rinse */
  dryMinutes?: number;
}

const GROUND: Caution = {
  key: 'ground',
  ask: 'Is somebody on the ground who knows who is above, and is the area below closed off?',
  otherwise: 'Do not begin. Nobody works above unannounced: call somebody, or come another day.',
};
const LINES: Caution = {
  key: 'lines',
  ask: 'Are overhead lines out of reach of the pole, the hose and the lift, whichever way they fall?',
  otherwise: 'Stop. Keep all of it away from the lines and ask the network operator.',
};
const HEIGHT: Caution = {
  key: 'height',
  ask: 'Is a competent person in charge of the lift, scaffold or edge protection, as local law asks, and the roof known not to be brittle?',
  otherwise: 'Nobody goes up. Ask for the access equipment or the person that local law calls for.',
};
const DC: Caution = {
  key: 'dc',
  ask: 'Have you looked for damaged cables, broken glass and open connectors, and found none?',
  otherwise:
    'Stop and keep water away. DC stays live while the sun shines, whatever the switch says: call a licensed electrician.',
};
const SHOCK: Caution = {
  key: 'thermal',
  ask: 'Is the water within 20 K of the glass (or within the maker’s limit)?',
  otherwise: 'Do not wet the glass. Wait, warm the water, or start earlier in the day.',
};
const WEATHER: Caution = {
  key: 'weather',
  ask: 'Is the wind within the limit of this access, and no storm, hail or lightning about?',
  otherwise: 'Stop here: pause the job and come down. It can be taken up again where it stands.',
};
const CHEMICALS: Caution = {
  key: 'chemicals',
  ask: 'Gloves and eye protection on, run-off agreed, and no flame or spark near?',
  otherwise: 'Leave this rung out; mark the modules to come back to.',
};
const BLADE: Caution = {
  key: 'blade',
  ask: 'Is the maker’s word or the customer’s signature for a blade on record, the glass soaked, and the blade new and unnicked?',
  otherwise: 'No blade on this array. Soak and brush again, or mark the modules to come back to.',
};
const SWITCH: Caution = {
  key: 'switch',
  ask: 'Does the maker’s manual allow you to switch this inverter off, in this order, and is it your trade to do so here?',
  otherwise: 'Leave the switches alone and fetch whoever may. Do not wash until that is settled.',
};
const ENERGISE: Caution = {
  key: 'energise',
  ask: 'Is everybody clear of the array, and are connectors and boxes closed and dry?',
  otherwise: 'Leave it off until they are; a licensed electrician if in doubt.',
};

/** The steps of a wash in the order of the work, with the cautions that stop them. */
export function jobSteps(input: StepsInput): Step[] {
  const above = input.access === 'at hand height' ? [] : [GROUND, LINES];
  const height = input.access === 'from a lift or scaffold' ? [HEIGHT] : [];
  const there = [...above, ...height, WEATHER];
  const wet = input.rungs.includes('water');
  const glass = [...there, DC, ...(wet ? [SHOCK] : [])];
  const steps: (Step | null)[] = [
    step('arrive', 'Arrive', 'Walk round the array, look up, warn the neighbours, lay out the hose.', 'tick', [
      ...there,
      DC,
    ]),
    step(
      'before',
      'Read before',
      'Take power, irradiance and module temperature while it still produces, glass dry.',
      'before-readings',
    ),
    input.isolate
      ? step('isolate', 'Isolate', 'Switch off in the order of the manual and hang the notice.', 'tick', [SWITCH])
      : null,
    wet
      ? step(
          'ready',
          'Make ready',
          'Feel the bristles, look along the blade, run the water and read its conductivity.',
          'water',
        )
      : step('ready', 'Make ready', 'Feel the pad or bristles for grit: clean, soft and dry.', 'tick'),
    wet ? step('rinse', 'Rinse', 'Wet from the top in one sheet; soak what needs it.', 'tick', [SHOCK], glass) : null,
    wet
      ? step(
          'brush',
          'Brush',
          'Brush in batches that do not dry, and mark each module with what was done to it.',
          'modules',
          [DC],
          glass,
        )
      : dry(
          step(
            'brush',
            'Brush',
            'Brush dry, from the top down, without pressing grit into the glass; mark each module.',
            'modules',
            [DC],
            glass,
          ),
        ),
    wet
      ? step('lip', 'Bottom frame edge', 'One pass along the lower frame, where water stands.', 'tick', [], glass)
      : dry(step('lip', 'Bottom frame edge', 'Brush out the lower frame, where dust lies.', 'tick', [], glass)),
    input.escalates
      ? step(
          'escalate',
          'Go up a rung',
          'Only where something stays, and only as the plan allows.',
          'tick',
          [
            ...(input.rungs.some((rung) => rung === 'soap' || rung === 'alcohol') ? [CHEMICALS] : []),
            ...(input.rungs.includes('blade') ? [BLADE] : []),
          ],
          glass,
        )
      : null,
    wet
      ? step(
          'final-rinse',
          'Rinse off',
          'From the top with a sheet of water, until it runs off without breaking.',
          'tick',
          [],
          glass,
        )
      : null,
    step('wipe', 'Wipe test', 'White cloth, one stroke; photograph it beside the one from before.', 'wipe-pair'),
    input.isolate
      ? step('re-energise', 'Switch on', 'Bring it back in the order of the manual.', 'tick', [SWITCH, ENERGISE])
      : null,
    wet
      ? {
          ...step('dry', 'Wait', 'Until the glass is dry and back at temperature. Wet glass is cold glass.', 'tick'),
          ...(input.dryMinutes ? { minutes: input.dryMinutes } : {}),
        }
      : null,
    step(
      'after',
      'Read after',
      'The same reading as before: same instrument, same place, no shadow.',
      'after-readings',
    ),
    step('look-again', 'Look again', 'Missed spots show only when it is dry and lit.', 'tick', [], there),
    step('pack', 'Pack up', 'Hoses in, gates closed, ground as it was.', wet ? 'meter' : 'tick'),
  ];
  return steps.filter((item): item is Step => item !== null);
}

function step(
  key: StepKey,
  verb: string,
  sentence: string,
  ends: StepEnd,
  cautions: Caution[] = [],
  touches: Caution[] = [],
): Step {
  return { key, verb, sentence, ends, cautions, ...(touches.length > 0 ? { touches } : {}) };
}

const dry = (step: Step): Step => ({ ...step, dry: true });

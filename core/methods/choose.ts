import {
  type CleaningMethod,
  ENOUGH_TAKEN_OFF,
  HAND_HEIGHT,
  LONGEST_POLE,
  WORTH_A_STRONGER_WAY,
} from '../assumptions.ts';
import type { PatchWay, TestPatch } from '../comparisons/testPatch.ts';
import { isFilm, type Soil } from '../inspections/soil.ts';
import { fromGround } from './fromGround.ts';
import { type Access, litresIn, minutesPerModule } from './work.ts';

export type Mount = 'pitched-roof' | 'flat-roof' | 'ground' | 'carport' | 'elevated';

export interface MethodInput {
  soils: readonly Soil[];
  mount: Mount;
  storeys: number;
  /** metres */
  eaveHeight: number;
  /** degrees */
  surfaceTilt: number;
  /** metres from the eave to the far edge of the modules; left out in plans made before the section was looked at */
  slopeLength?: number | undefined;
  /** metres from the wall of the standing places drawn before the face; left out in plans made before faces were drawn */
  standOffs?: readonly number[] | undefined;
  modules: number;
  /** what the run-off reaches */
  runOff: 'drain' | 'garden' | 'rainwater-tank';
  waterless: boolean;
  /** set by hand in place of what follows from mount, eave and pole */
  accessByHand?: Access | undefined;
  finish: 'output' | 'spotless';
  /** the module maker's word or the customer's signature for a blade is on record */
  bladeAgreed: boolean;
  /** factors on the house's minutes and litres, by way, where the contractor's own figures stand in their place */
  pace?: Partial<Record<CleaningMethod, number>> | undefined;
  litres?: Partial<Record<CleaningMethod, number>> | undefined;
  /** what a test patch on this face found; left out where there was none */
  tested?: Pick<TestPatch, 'removed' | 'minutesPerModule'> | undefined;
}

export interface Choice<T> {
  choose: T;
  because: string;
}

export const RUNGS = ['water', 'soak', 'soap', 'alcohol', 'blade'] as const;
export type Rung = (typeof RUNGS)[number];

export interface EscalationRung {
  rung: Rung;
  use: boolean;
  /** why, or why not here */
  because: string;
  caution: string;
}

export interface MethodPlan {
  method: Choice<CleaningMethod>;
  brush: Choice<string>;
  /** metres of pole */
  pole: Choice<number>;
  access: Choice<Access>;
  soakMinutes: Choice<number>;
  escalation: EscalationRung[];
  /** minutes of work for one module, all soils and access counted in */
  minutesPerModule: number;
  /** where they come from; empty where nobody kept it */
  minutesBecause: string;
  /** litres on one module; null where nobody kept them */
  litresPerModule: number | null;
  /** the ways that are used one after another: the method, and those of the rungs that are used */
  ways: CleaningMethod[];
}

/**
 * A first table of rules: method, brush, pole, access and the escalation ladder, each with its reason.
 * From the ground wherever the pole reaches; otherwise access equipment and a competent person, under local law.
 */
export function chooseMethod(input: MethodInput): MethodPlan {
  const has = (test: (soil: Soil) => boolean) => input.soils.some((soil) => soil.share > 0 && test(soil));
  const grows = has((soil) => ['lichen', 'algae', 'moss'].includes(soil.kind));
  const lichen = has((soil) => soil.kind === 'lichen');
  const bladeWork = has((soil) => soil.bond === 'blade');
  const soaking = has((soil) => soil.bond === 'soak' || soil.bond === 'blade');
  const sticky = has((soil) => ['sap', 'soot', 'droppings'].includes(soil.kind) && soil.bond !== 'dry');
  const looseOnly = looseFilmOnly(input);
  const access = chooseAccess(input);
  const escalation = ladder(input, { grows, lichen, bladeWork, soaking, sticky }, access.choose);
  const used = (rung: Rung) => escalation.some((step) => step.rung === rung && step.use);
  const method = mainMethod(input, used, access.choose);
  return {
    method,
    brush: brush(input, { soaking, looseOnly, access: access.choose }),
    pole: pole(input, access.choose),
    access,
    soakMinutes: soaking
      ? {
          choose: 10,
          because: 'Something on the glass comes off only after soaking; keep it wet, in shade or cool hours.',
        }
      : { choose: 0, because: 'Everything seen comes off with water and brush.' },
    escalation,
    ...workOf(input, method.choose, access.choose, escalation),
  };
}

/** Whether all that was seen is film that comes off dry. */
const looseFilmOnly = ({ soils }: MethodInput): boolean =>
  soils.length > 0 && soils.every((soil) => soil.bond === 'dry' && isFilm(soil.kind));

/** The way that a rung of the ladder stands for. */
const RUNG_WAYS: Partial<Record<Rung, CleaningMethod>> = { soap: 'soap', alcohol: 'alcohol', blade: 'wet-blade' };

/** Minutes, litres and effect of a way of cleaning with the rungs that are used: what follows from the choice. */
export function workOf(
  input: MethodInput,
  way: CleaningMethod,
  access: Access,
  escalation: readonly EscalationRung[],
): Pick<MethodPlan, 'minutesPerModule' | 'minutesBecause' | 'litresPerModule' | 'ways'> {
  const rungs = escalation.flatMap(({ rung, use }) => (use && RUNG_WAYS[rung] ? [RUNG_WAYS[rung]] : []));
  const minutes = minutesOf(input, way, access);
  return {
    ...minutes,
    litresPerModule: litresOf(input, way, minutes.minutesPerModule),
    ways: [...new Set([way, ...rungs])],
  };
}

/** Minutes a module as they were timed on the test patch, in the way that the method works; else as assumed. */
function minutesOf(
  input: MethodInput,
  way: CleaningMethod,
  access: Access,
): Pick<MethodPlan, 'minutesPerModule' | 'minutesBecause'> {
  const tried: Partial<Record<CleaningMethod, PatchWay>> = { 'wet-blade': 'blade', soap: 'soap', 'fed-pole': 'brush' };
  const timed = input.tested?.minutesPerModule.find((one) => one.way === tried[way]);
  if (timed) return { minutesPerModule: timed.minutes, minutesBecause: 'As timed on the test strips of this face.' };
  return {
    minutesPerModule: houseMinutes(input, way, access) * (input.pace?.[way] ?? 1),
    minutesBecause:
      input.pace?.[way] === undefined
        ? 'For one module, by way, access, storeys and soil (house assumption).'
        : 'For one module, by way, access, storeys and soil, at the pace of your own jobs.',
  };
}

/** The house's minutes for one module in a way, whatever pace is in use. */
export const houseMinutes = (input: MethodInput, way: CleaningMethod, access: Access): number =>
  minutesPerModule({ way, access, storeys: input.storeys, looseFilmOnly: looseFilmOnly(input) });

/** Litres on one module for so many minutes of a way, at the house's flow or by what jobs used. */
export const litresOf = ({ litres, pace }: MethodInput, way: CleaningMethod, minutes: number): number =>
  litres?.[way] === undefined ? litresIn(way, minutes) : (litresIn(way, minutes) / (pace?.[way] ?? 1)) * litres[way];

/** What a test patch says of soap: not wanted where the brush alone was enough, wanted where soap took off more. */
function soapByTest({ tested }: MethodInput): { wanted: boolean; because: string } | null {
  const share = (way: PatchWay) => tested?.removed.find((one) => one.way === way)?.share.mid;
  const [brushed, soaped] = [share('brush'), share('soap')];
  if (brushed === undefined) return null;
  const took = `on the test strips the brush alone took off ${Math.round(brushed * 100)} % of the film`;
  if (brushed >= ENOUGH_TAKEN_OFF) return { wanted: false, because: `Not wanted: ${took}.` };
  if (soaped !== undefined && soaped > brushed + WORTH_A_STRONGER_WAY)
    return { wanted: true, because: `Wanted: ${took}, with soap ${Math.round(soaped * 100)} %.` };
  return null;
}

function mainMethod(input: MethodInput, used: (rung: Rung) => boolean, access: string): Choice<CleaningMethod> {
  if (input.waterless) {
    return {
      choose: 'robot-dry',
      because: 'No water may be used here: dry brushing, which leaves about half of what is bonded.',
    };
  }
  if (used('blade'))
    return {
      choose: 'wet-blade',
      because: 'Lichen or the like sits on the glass and only a wet, sharp blade held flat takes it off.',
    };
  if (used('alcohol'))
    return { choose: 'alcohol', because: 'Something grows here; alcohol by hand slows its return, then the brush.' };
  if (used('soap'))
    return { choose: 'soap', because: 'Greasy or sticky soil: neutral soap, well rinsed, before the brush.' };
  if (access === 'at hand height')
    return { choose: 'hose-and-brush', because: 'The glass is at hand height: hose and soft brush are quickest.' };
  return {
    choose: 'fed-pole',
    because:
      access === 'from the ground'
        ? 'Water at the brush, from the ground, in two passes.'
        : 'Water at the brush, in two passes.',
  };
}

function chooseAccess(input: MethodInput): MethodPlan['access'] {
  if (input.accessByHand) return { choose: input.accessByHand, because: 'Set by hand; the reason stands beside it.' };
  if (input.mount === 'ground' && input.eaveHeight <= HAND_HEIGHT) {
    return { choose: 'at hand height', because: 'The array stands on the ground within reach.' };
  }
  if (input.mount === 'flat-roof' || reachNeeded(input) > LONGEST_POLE) {
    return {
      choose: 'from a lift or scaffold',
      because:
        input.mount === 'flat-roof'
          ? 'A flat roof cannot be brushed from the ground: edge protection or a lift, and a competent person, under local law.'
          : `More than ${LONGEST_POLE} m of pole cannot be pressed evenly: access equipment and a competent person, under local law.`,
    };
  }
  const fromBelow = poleFromGround(input);
  return fromBelow.choose === null
    ? { choose: 'from a lift or scaffold', because: fromBelow.because }
    : { choose: 'from the ground', because: fromBelow.because };
}

/** A first estimate of pole length, m: eave above the hands, and the face itself, held at an angle. */
const reachNeeded = (input: MethodInput): number => Math.ceil(Math.max(2, (input.eaveHeight - HAND_HEIGHT) * 1.3 + 3));

/** The pole for a face that is brushed from the ground, by its section where that is known; null where none reaches. */
function poleFromGround(input: MethodInput): Choice<number | null> {
  const { eaveHeight, surfaceTilt, slopeLength, standOffs } = input;
  const estimate = reachNeeded(input);
  if (slopeLength === undefined)
    return { choose: estimate, because: `About ${estimate} m of pole, a first estimate; nobody leaves the ground.` };
  const found = fromGround({ eaveHeight, surfaceTilt, slopeLength, standOffs });
  const drawn = (standOffs?.length ?? 0) > 0;
  if (found === null) {
    return {
      choose: null,
      because: `By the section no pole of up to ${LONGEST_POLE} m reaches the far edge over the eave${drawn ? ' from the standing places drawn' : ''}: access equipment and a competent person, under local law. Where it can be brushed from a gable or from behind, draw that standing place, or set the access by hand.`,
    };
  }
  const neck = found.lift > 0 ? `, the last ${Math.ceil(found.lift * 100)} cm by an angled neck` : '';
  const length = Math.ceil(found.poleLength);
  return {
    choose: length,
    because: `By the section ${length} m of pole reach the far edge from ${drawn ? 'the standing place drawn, ' : ''}about ${Math.round(found.standOff)} m off the wall${neck}; nobody leaves the ground.`,
  };
}

function pole(input: MethodInput, access: string): Choice<number> {
  if (access === 'at hand height') return { choose: 2, because: 'A short pole keeps the back straight.' };
  if (access === 'from the ground') {
    const found = poleFromGround(input);
    // Set by hand from the ground though no pole was found to reach: the longest there is.
    return { choose: found.choose ?? LONGEST_POLE, because: found.because };
  }
  return { choose: 3, because: 'Work from beside the array; a short pole presses evenly.' };
}

function brush(input: MethodInput, soil: { soaking: boolean; looseOnly: boolean; access: Access }): Choice<string> {
  if (input.waterless)
    return { choose: 'dry microfibre roller', because: 'Dry work needs a clean, soft face; bristles would drag grit.' };
  if (soil.soaking)
    return {
      choose: 'stiffer flagged bristle, 40 cm',
      because: 'Bonded soil needs pressure; a narrow head presses evenly.',
    };
  if (input.storeys >= 2 && soil.access === 'from the ground')
    return {
      choose: 'soft flagged bristle, 40 cm, light head',
      because: 'A heavy or wide head cannot be pressed evenly on a long pole.',
    };
  return {
    choose: 'soft flagged bristle, 60 cm',
    because: soil.looseOnly ? 'Loose film only: width saves passes.' : 'The usual head on a short pole.',
  };
}

function ladder(
  input: MethodInput,
  found: { grows: boolean; lichen: boolean; bladeWork: boolean; soaking: boolean; sticky: boolean },
  access: Access,
): EscalationRung[] {
  // A blade is held flat and alcohol kept off the seals by hand: nobody does either at the end of a pole.
  const outOfHand = access === 'from the ground' ? 'by hand at the glass, and the work is done from the ground' : null;
  const chemicalsStop = input.runOff === 'rainwater-tank' ? 'Run-off is kept in a tank: no chemicals here.' : null;
  const bladeWanted = found.lichen || found.bladeWork;
  const bySoap = soapByTest(input);
  return [
    {
      rung: 'water',
      use: !input.waterless,
      because: input.waterless
        ? 'No water may be used at this site.'
        : 'Always first: plenty of water, then the brush.',
      caution:
        'Glass and water within 20 K of each other unless the maker says otherwise; cold water cracks hot glass.',
    },
    {
      rung: 'soak',
      use: found.soaking && !input.waterless,
      because: found.soaking ? 'Some of what was seen needs soaking.' : 'Nothing seen needs it.',
      caution: 'Wet roofs and hoses are slippery underfoot.',
    },
    {
      rung: 'soap',
      use: chemicalsStop === null && (bySoap?.wanted ?? found.sticky) && !input.waterless,
      because:
        chemicalsStop ??
        bySoap?.because ??
        (found.sticky
          ? 'Greasy or sticky soil lets go sooner with neutral soap.'
          : 'Nothing greasy or sticky was seen.'),
      caution: 'pH-neutral only, never left to dry, rinsed until no foam; gloves and eye protection.',
    },
    {
      rung: 'alcohol',
      use: chemicalsStop === null && found.grows && !found.lichen && !input.waterless && outOfHand === null,
      because:
        chemicalsStop ??
        (found.grows && !found.lichen && outOfHand ? `Not here: it is worked ${outOfHand}.` : null) ??
        (found.lichen
          ? 'Lichen wants the blade; alcohol alone takes under half.'
          : found.grows
            ? 'Something grows on the glass.'
            : 'Nothing grows here.'),
      caution:
        'By hand, kept off the seals at the frame, short dwell, no flames or sparks near; only where run-off allows.',
    },
    {
      rung: 'blade',
      use: bladeWanted && input.bladeAgreed && !input.waterless && outOfHand === null,
      because: !bladeWanted
        ? 'Nothing seen needs a blade.'
        : outOfHand
          ? `Needed, but not here: it is worked ${outOfHand}. With a lift or scaffold it can be.`
          : input.bladeAgreed
            ? 'Needed, and the maker’s word or the customer’s signature is on record.'
            : 'Needed, but not here before the module maker’s word or the customer’s signature is on record: coatings can be scratched.',
      caution: 'Soaked glass only, a new sharp blade held flat, never across a cracked module.',
    },
  ];
}

/**
 * The house assumptions (C16): figures with no published source. They stand here and nowhere else, are shown as
 * assumptions on screen, and give way to the contractor's own records as those grow.
 */

export const CLEANING_METHODS = [
  'hose',
  'hose-and-brush',
  'fed-pole',
  'soap',
  'alcohol',
  'wet-blade',
  'rotary-head',
  'robot-wet',
  'robot-dry',
  'spray-line',
  'spray-line-wiped',
  'cloth',
  'dry-brush',
] as const;
export type CleaningMethod = (typeof CLEANING_METHODS)[number];

export interface Effectiveness {
  loose: number;
  bonded: number;
  droppings: number;
  lichen: number;
}

/** Share removed by one cleaning. */
export const EFFECTIVENESS: Record<CleaningMethod, Effectiveness> = {
  hose: { loose: 0.85, bonded: 0.05, droppings: 0.25, lichen: 0 },
  'hose-and-brush': { loose: 0.98, bonded: 0.7, droppings: 0.85, lichen: 0.05 },
  'fed-pole': { loose: 0.99, bonded: 0.85, droppings: 0.95, lichen: 0.1 },
  soap: { loose: 0.99, bonded: 0.92, droppings: 0.97, lichen: 0.1 },
  alcohol: { loose: 0.99, bonded: 0.93, droppings: 0.97, lichen: 0.45 },
  'wet-blade': { loose: 0.99, bonded: 0.97, droppings: 0.99, lichen: 0.95 },
  'rotary-head': { loose: 0.99, bonded: 0.9, droppings: 0.95, lichen: 0.15 },
  'robot-wet': { loose: 0.99, bonded: 0.88, droppings: 0.9, lichen: 0.1 },
  'robot-dry': { loose: 0.95, bonded: 0.45, droppings: 0.4, lichen: 0 },
  'spray-line': { loose: 0.8, bonded: 0.05, droppings: 0.15, lichen: 0 },
  'spray-line-wiped': { loose: 0.95, bonded: 0.5, droppings: 0.6, lichen: 0 },
  cloth: { loose: 0.99, bonded: 0.85, droppings: 0.95, lichen: 0.15 },
  'dry-brush': { loose: 0.9, bonded: 0.35, droppings: 0.3, lichen: 0 },
};

export const SURROUNDINGS = ['green', 'town', 'farmland', 'dusty', 'desert'] as const;
export type Surroundings = (typeof SURROUNDINGS)[number];

/** Dust settling on a horizontal plane, g/m2 a day. */
export const DEPOSITION: Record<Surroundings, number> = {
  green: 0.004,
  town: 0.008,
  farmland: 0.012,
  dusty: 0.05,
  desert: 0.06,
};

/** Harvest multiplies farmland dust by this, for six weeks. */
export const HARVEST_FACTOR = 5;
export const HARVEST_DAYS = 42;
/** First day of the grain harvest in a southern winter-rain climate, day of the year from 0 (15 November). */
export const HARVEST_START_SOUTH = 318;

/** Pollen multiplies what settles by this, in the eight weeks of spring. */
export const POLLEN_FACTOR = 3;
export const POLLEN_DAYS = 56;
/** First day of the pollen season south of the equator, day of the year from 0 (1 September). */
export const POLLEN_START_SOUTH = 243;

/** The uncleaned year, counted from 1, in which lichen has settled. */
export const LICHEN_SETTLES_YEARS = 3;
export const LICHEN_CLIMATES = ['dry', 'temperate', 'damp-shade'] as const;
export type LichenClimate = (typeof LICHEN_CLIMATES)[number];
/** Lichen colonies on a m2 of glass, from that year on. */
export const LICHEN_DENSITY: Record<LichenClimate, number> = { dry: 0, temperate: 50, 'damp-shade': 300 };

export const BIRDS = ['none', 'few', 'roost'] as const;
export type Birds = (typeof BIRDS)[number];

/** Share of the glass freshly covered by droppings, a day. */
export const DROPPINGS: Record<Birds, number> = { none: 0, few: 2e-5, roost: 3e-4 };

export const FINISHES = ['output', 'spotless'] as const;
export type Finish = (typeof FINISHES)[number];

/** Salts that may be left on the glass, mg/m2. */
export const RESIDUE_LIMIT: Record<Finish, number> = { output: 20, spotless: 2 };

/** How much film each grade of the eye stands for, g/m2, and the factor by which the eye is out either way. */
export const FILM_GRADE = { faint: 0.5, plain: 2, thick: 5 } as const;
export const FILM_EYE_FACTOR = 1.7;

/**
 * How many times its own area a patch costs in power. A film over whole modules costs its own area; a spot on one
 * cell of a string up to twenty times and a speck on every module forty (C7).
 */
export const PATCH_FACTOR = { low: 2, mid: 8, high: 25 } as const;

/** Minutes for one module with a fed pole on one storey, and what changes them. */
export const MODULE_MINUTES = 1.2;
export const MINUTES_FACTOR = { perStoreyAbove: 1.5, bladeOnLichen: 2.5, looseFilmOnly: 0.7 } as const;
export const SET_UP_MINUTES = 30;

/** Seconds for which water runs on one module, as a share of the minutes spent on it, and the pole's flow in L/min. */
export const WET_SHARE = 0.6;
export const POLE_FLOW = 4;

/** Yearly loss of output with age, a fraction, where the maker's figure is not at hand. */
export const DEGRADATION_PER_YEAR = 0.005;

/** Minutes from wetting a batch to rinsing it, and the wind that a pole from the ground allows, m/s at 2 m. */
export const BATCH_MINUTES = 5;
export const POLE_WIND_LIMIT = 8;

/** Heat that a pane with its cells and backsheet holds, J/m2K. */
export const GLASS_HEAT = 10_000;
/** Thickness of a fan of water as a share of its distance. */
export const FAN_THICKNESS = 0.1;
/** How far a year's dust may be out, as the standard deviation of its logarithm, and single days about it. */
export const DUST_YEAR_SPREAD = 0.3;
export const DUST_DAY_SPREAD = 0.6;
/** Scatter of clear days of energy about their trend, relative. */
export const CLEAR_DAY_SCATTER = 0.01;
/** Uncertainty of a module temperature guessed from the air, K. */
export const GUESSED_TEMPERATURE = 5;
/** Share of what goes into a battery that comes out again. */
export const BATTERY_EFFICIENCY = 0.9;
/** Wind at a module as a share of that at 10 m. */
export const WIND_AT_MODULE = 0.75;

/** Longest pole, m, that one person guides with a fed brush, and an angled neck that brings its end down. */
export const LONGEST_POLE = 12;
export const NECK = 0.4;
/** Weight of a pole with the hose in it, kg a metre. */
export const POLE_WEIGHT = 0.35;
/** Where one stands before a house, m from the wall; hands and eave, where nobody has measured them, m. */
export const STAND_OFF = { least: 1, most: 10 } as const;
export const HAND_HEIGHT = 1.5;
export const EAVE_OVERHANG = 0.5;
/** A module as it is usually made, m, and the strip of roof under the lowest row. */
export const MODULE_SIZE = { long: 1.72, short: 1.04 } as const;
export const STRIP_AT_EAVE = 0.3;

/** Share of the light that still comes through what covers a cell. */
export const PATCH_LIGHT = {
  droppings: 0.05,
  lichen: 0.4,
  algae: 0.5,
  moss: 0.1,
  sap: 0.6,
  scale: 0.75,
  soot: 0.5,
  pollen: 0.8,
  puddling: 0.7,
} as const;
/** Share of a touched cell that each card of severity stands for; of spots, how many cells, and of each how much. */
export const MARK_COVER = {
  'all-over': { light: 0.03, plain: 0.1, heavy: 0.3 },
  'lower-edge': { light: 0.1, plain: 0.25, heavy: 0.5 },
  'frame-side': { light: 0.08, plain: 0.2, heavy: 0.4 },
  cells: { light: 0.15, plain: 0.4, heavy: 0.9 },
  spots: { light: 1, plain: 3, heavy: 8 },
  spot: 0.35,
} as const;
/** Modules in a string where nobody has said how an array is wired. */
export const USUAL_STRING = 12;
/** Most silicon modules sold: loss of power for each kelvin, 1/K, and the nameplate of one, W. */
export const USUAL_GAMMA_PDC = -0.0035;
export const USUAL_MODULE_WATTS = 415;

/** Change of a short-circuit current with temperature, 1/K, where the maker's figure is not at hand. */
export const CURRENT_COEFFICIENT = 0.0005;
/** Relative humidity of a night hour from which on dew is taken to form on the glass. */
export const DEW_HUMIDITY = 0.93;

/** Water at the lower frame: it dries clean, stands a little, or stands in puddles. */
export const PUDDLES = ['none', 'some', 'plain'] as const;
export type Puddles = (typeof PUDDLES)[number];
/** How many times what settles on the glass settles along the lower frame, where water stands and dries. */
export const PUDDLE_FACTOR: Record<Puddles, number> = { none: 1, some: 4, plain: 12 };
/** What is left of that with a drain clip at the low point of the frame, a gutter above the modules, or steeper frames. */
export const PUDDLE_LEFT = { steeper: 1 / 3 } as const;
/**
 * Share of what a fitting works against that it leaves: of what stands along the frame under clips and a gutter, of a dew
 * day's bonding under a coating, of droppings under a deterrent.
 */
export const FITTED_LEFT = { 'drain-clip': 0.25, deterrent: 1 / 15, coating: 0.5, gutter: 0.5 } as const;
/** Clips for one module, by where water is left standing at its lower frame: along it, in a sag in the middle, in one corner. */
export const CLIPS_A_MODULE = { along: 2, middle: 1, corner: 1 } as const;
/** Minutes to fit a clip, a metre of a deterrent or a gutter, a square metre of coating. */
export const FITTING_MINUTES = { 'drain-clip': 1.5, deterrent: 6, coating: 3, gutter: 10 } as const;
/** Days by which a visit of a plan may come before or after the day it falls due, and by which one visit alone may come after it is agreed (house). */
export const VISIT_SLACK = { eitherSide: 14, alone: 42 } as const;
/** What slipping a visit may cost within its window, a share of its price, and days that a window is from its day at least and at most (house). */
export const SLIP = { share: 0.05, least: 3, most: 28 } as const;
/** Rinses a year of an owner who rinses from the ground, and years over which a pole and brush of their own are held against washes. */
export const OWN_RINSES = 4;
export const OWN_KIT_LASTS = 5;
/** Minutes on the spot of a look without a wash. */
export const LOOK_MINUTES = 30;
/** Rain of a day that is waited for: mm that wash a film off, and how likely it has to be. */
export const GOOD_RAIN = { rain: 5, chance: 0.5 } as const;
/** Minutes of a module against the usual by what a caller sees, where it is above one storey, and how far out a caller's words may be either way. */
export const CALL_PACE = {
  seen: { nothing: 0.7, dull: 0.7, dirty: 1, droppings: 1.2, green: 1.5, crusts: 2.5 },
  high: 1.5,
  low: 0.7,
  more: 1.5,
} as const;
/** Years looked ahead, and the courses of weather on which a fitting is held against none. */
export const FITTING_AHEAD = { years: 10, courses: 10 } as const;
/** Rows to one that is left without a fitting, for later visits to hold it against. */
export const ROWS_TO_A_CONTROL = 10;
/** Tilt of steeper frames, degrees. */
export const STEEPER_TILT = 20;
/** A coating: how much sooner rain takes loose film, how much more of droppings, and its life in years. */
export const COATING = { rainScale: 0.6, droppings: 2, years: 4 } as const;
/** Years that a deterrent lasts before it has to be put up again, and until what was trimmed has grown back. */
export const DETERRENT_YEARS = 8;
export const TRIM_YEARS = 3;
/** Colonies on each m2 that are reckoned with where growth was seen on an array. */
export const LICHEN_WHERE_SEEN = 50;
/** Share of a film that a cloth shows to stay after wetting, where no rinsed strip was read. */
export const BONDED_BY_CLOTH = { clean: 0.05, 'not-done': 0.3, some: 0.4, plain: 0.8 } as const;
/** Share of a film taken off on a test patch from which on a way is enough, and what a stronger one has to add to be wanted. */
export const ENOUGH_TAKEN_OFF = 0.95;
export const WORTH_A_STRONGER_WAY = 0.05;
/** Height of an eave where nobody has measured it, m: of one storey, of each above, and of frames that stand on the ground. */
export const EAVE_HEIGHT = { firstStorey: 2.8, storeyAbove: 2.7, ground: 0.6, carport: 2.4 } as const;
/** Minutes that a wetted module takes to come back to the temperature that sun and air give it. */
export const WARM_AGAIN_MINUTES = 10;

/**
 * What each way of cleaning takes: its pace against a fed pole in so many passes, litres a minute while water runs, the
 * weight of the head, kg, that a pole has to carry, and minutes for which it is left on before it is worked.
 */
export const METHOD_WORK: Record<
  CleaningMethod,
  { pace: number; passes: number; flow: number; head: number; dwell: number }
> = {
  hose: { pace: 0.4, passes: 1, flow: 12, head: 0.5, dwell: 0 },
  'hose-and-brush': { pace: 0.85, passes: 1, flow: 8, head: 1, dwell: 0 },
  'fed-pole': { pace: 1, passes: 2, flow: POLE_FLOW, head: 1.5, dwell: 0 },
  soap: { pace: 1.25, passes: 2, flow: POLE_FLOW, head: 1.5, dwell: 3 },
  alcohol: { pace: 1.6, passes: 1, flow: POLE_FLOW, head: 1, dwell: 5 },
  'wet-blade': { pace: MINUTES_FACTOR.bladeOnLichen, passes: 1, flow: POLE_FLOW, head: 0.5, dwell: 10 },
  'rotary-head': { pace: 0.65, passes: 1, flow: 8, head: 9, dwell: 0 },
  'robot-wet': { pace: 0.8, passes: 1, flow: 2, head: 25, dwell: 0 },
  'robot-dry': { pace: 0.7, passes: 1, flow: 0, head: 25, dwell: 0 },
  'spray-line': { pace: 0.1, passes: 1, flow: 20, head: 0, dwell: 0 },
  'spray-line-wiped': { pace: 0.7, passes: 1, flow: 20, head: 1, dwell: 0 },
  cloth: { pace: 2.2, passes: 1, flow: 0.5, head: 0.3, dwell: 0 },
  'dry-brush': { pace: 1.1, passes: 1, flow: 0, head: 1, dwell: 0 },
};
/** Pace from a lift or scaffold, which has to be moved along, against a pole from the ground on one storey. */
export const LIFT_PACE = 1.3;
/** Minutes a module under which nobody cleans, and a head that a long pole does not carry: kg times metres. */
export const LEAST_MINUTES = 0.25;
export const MOST_AT_THE_POLE = 40;
/** Minutes for which what needs soaking is kept wet before it is brushed. */
export const SOAK_MINUTES = 10;
/** Share of the loss now that a wash has to take off for each finish. */
export const LEAST_TAKEN: Record<Finish, number> = { output: 0.7, spotless: 0.9 };
/** Steepest face that a brush robot keeps to, degrees, and modules under which nobody sets one up. */
export const ROBOT_TILT = 25;
export const ROBOT_MODULES = 40;
/** Eave up to which a hose from the ground wets a face, m. */
export const HOSE_REACH = 6;

/** How far each piece of evidence of a loss may be out (C17), until the contractor's own records say it. Of logarithms where the eye looks. */
export const EVIDENCE_SIGMA = {
  film: Math.log(1.7),
  coverByEye: 0.5,
  coverByMarks: 0.2,
  reading: 0.035,
  bondedByPatch: 0.1,
  bondedByCloth: 0.2,
  energy: 0.012,
} as const;
/** Film that a wash has left by what a cloth shows in one stroke after it, g/m2, with how far that may be out. */
export const FILM_BY_CLOTH = { clean: 0.03, some: 0.3, plain: 1, sigma: Math.log(2.5) } as const;
/** What lies there where the eye finds none: film, g/m2, and share under droppings, with how far that may be out. */
export const UNSEEN = { film: 0.15, filmSigma: 1, cover: 1e-5, coverSigma: 1 } as const;
/** How far the house's figure of what a way takes of a bonded film may be out: of the logarithm of its odds. */
export const BONDED_FACTOR_SPREAD = 0.7;
/** A wash of which nobody says how it was done. */
export const WASH_UNTOLD: CleaningMethod = 'hose-and-brush';
/** Width of the front of breakthrough as a share of a charge of resin: a fortieth of the feed comes through at 78 % of it. */
export const RESIN_FRONT = 0.06;
/** Widths that it may have, all as likely as each other until the readings tell: resin is fine or coarse, and packed well or not. */
export const RESIN_FRONTS = [0.012, 0.02, 0.035, 0.06, 0.09] as const;
/** Share of its feed that a lead vessel lets through when it is exchanged for the lag: by then 95 % of it is taken. */
export const ROTATE_AT = 0.3;
/** Minutes a module for drawing the water off with a squeegee. */
export const SQUEEGEE_MINUTES = 0.35;
/** How far a reading of the water may be out, of its logarithm, and under what a meter tells nothing, uS/cm. */
export const RESIN_READING = { sd: 0.25, floor: 1 } as const;
/** How far the computed capacity of a charge may be out, and charges differ, of its logarithm. */
export const RESIN_SPREAD = 0.25;
export const RESIN_BETWEEN = 0.06;
/** From which logarithm of a likelihood on vessels are asked about as plumbed side by side. */
export const SIDE_BY_SIDE_FROM = 3;

/** Months between two checks of kit, and between two calibrations: the maker's manual and local law come first. */
export const CHECK_MONTHS = { holdsPeople: 6, machine: 6, usual: 12 } as const;
export const CALIBRATION_MONTHS = { proof: 24, conductivity: 12 } as const;
/** Modules after which what touches the glass is taken to be worn. */
export const WEAR_MODULES = { brush: 20_000, blade: 200, squeegee: 5000, rotary: 40_000, robotModule: 60_000 } as const;
/** A spray line as it is usually put up: m, m of water, L/min, W, years; holes to each module across the face. */
export const USUAL_LINE = {
  holes: 2,
  orificeDiameter: 0.0015,
  pipeDiameter: 0.02,
  riserDiameter: 0.025,
  /** m of riser beside the height that it climbs */
  riserBeside: 4,
  shutOffHead: 30,
  maxFlow: 80,
  pumpPower: 750,
  /** rows of modules from which on a second pipe lies half way down, and loss of film under which it is kept */
  secondFrom: 4,
  keepUnder: 0.02,
  lasts: 10,
} as const;

/** How far an instrument may drift in a year past its calibration: of the value, of the ratio of irradiances, K. */
export const CALIBRATION_DRIFT = { repeatability: 0.003, irradianceRatio: 0.005, temperature: 0.5 } as const;

import { spawnSync } from 'node:child_process';
import { assimilate } from '../core/assimilation/posterior.ts';
import { EFFECTIVENESS } from '../core/assumptions.ts';
import { cheaperChoices, leftByPlan } from '../core/cheaper/choices.ts';
import { optimalDays } from '../core/frequency/optimalDays.ts';
import { bestVisits } from '../core/frequency/visits.ts';
import { clearSkyOnSurface } from '../core/irradiance/planeOfArray.ts';
import { EXAMPLE_MODULE } from '../core/modules/exampleModule.ts';
import { arrayOutput } from '../core/modules/output.ts';
import { type DiodeModule, stringPower } from '../core/modules/string.ts';
import { makePlan } from '../core/planning/plan.ts';
import { offerOf, overruleLines } from '../core/quotes/offer.ts';
import { soilingByLayers } from '../core/soiling/layered.ts';
import { seededRandom } from '../core/statistics/random.ts';
import { examplePlan } from '../core/testing/examplePlan.ts';
import { MILLISECONDS_PER_HOUR } from '../core/time/utc.ts';
import { DEFAULT_UNITS } from '../core/units/quantities.ts';
import { CLIMATES, exposureDays, generateWeatherYears } from '../core/weather/index.ts';
import type { QuotePaper } from '../server/documents/quotePaper.ts';
import { renderPaper } from '../server/documents/render.ts';

/** One calculation at a size; the table shows what doubling the size costs. */
interface Bench {
  name: string;
  /** what the size counts */
  of: string;
  sizes: number[];
  /** ms that the first size may take, warm, on one core */
  budget: number;
  /** MB that the first size may take in a process of its own */
  memory?: number;
  /** prepares outside the measured time */
  prepare: (size: number) => () => unknown | Promise<unknown>;
}

const START = Date.UTC(2026, 0, 1);

function patchedString(module: DiodeModule, patches: number) {
  const random = seededRandom(9);
  const moduleCount = (24 * patches) / 200;
  return {
    module,
    moduleCount,
    film: 0.95,
    patches: Array.from({ length: patches }, () => ({
      module: Math.floor(moduleCount * random()),
      cell: Math.floor(module.cells * random()),
      transmittance: random(),
    })),
  };
}

/** The question of C12 over made-up weather. @param years of rain */
function visitsInput(years: number) {
  const rains = generateWeatherYears(CLIMATES['winter-rain'], -33.5, years, 3).map(({ rain }) => rain);
  const dailyValue = Array.from({ length: 365 }, (_, day) => 50 + 20 * Math.cos(day / 58));
  return { rate: 0.0015, threshold: 6, gracePeriod: 14, maxLoss: 0.3, cleaningCost: 900, rains, dailyValue };
}

const dustOf = (years: number, seed: number) =>
  exposureDays(
    CLIMATES['winter-rain'],
    { surroundings: 'farmland', birds: 'few', latitude: -33.5 },
    generateWeatherYears(CLIMATES['winter-rain'], -33.5, years, seed),
    seed,
  );

/** An array with a look, a reading and clear days of energy at the end of its record. */
function recordOf(days: number, observations: number) {
  const { rain, dew, deposition, droppings } = dustOf(Math.ceil(days / 365), 5);
  const last = days - 1;
  return {
    surfaceTilt: 20,
    parameters: { lichenDensity: 0, mismatch: 8, standingLoss: 0.01 },
    initial: { loose: 0, bonded: 0, droppings: 0, lichenRadius: 0 },
    days: {
      rain: rain.subarray(0, days),
      dew: Float64Array.from(dew.subarray(0, days)),
      deposition: deposition.subarray(0, days),
      droppings: droppings.subarray(0, days),
    },
    cleanings: [{ day: days >> 1, effectiveness: EFFECTIVENESS['fed-pole'] }],
    observations: [
      { kind: 'film' as const, day: last, value: 1.5, sigma: Math.log(1.7) },
      { kind: 'loss' as const, day: last, value: 0.09, sigma: 0.035 },
      { kind: 'gain' as const, day: days >> 1, value: 1.06, sigma: 0.012 },
      ...Array.from({ length: observations - 3 }, (_, at) => ({
        kind: 'energy' as const,
        day: last - at,
        value: -0.05 - 0.0002 * ((last - at) % 60),
        sigma: 0.012,
      })),
    ],
  };
}

/** The question of C19 over 40 courses. */
function coursesOf(years: number) {
  const courses = Array.from({ length: 40 }, (_, at) => ({
    parameters: { lichenDensity: 50, mismatch: 6 + (at % 5), rainScale: 3 + (at % 7) / 2 },
    initial: { loose: 0.5, bonded: 0.3, droppings: 0.001, lichenRadius: 0.002 },
    days: dustOf(years, at + 1),
  }));
  const dailyValue = Array.from({ length: 365 }, (_, day) => 50 + 20 * Math.cos(day / 58));
  const setup = { surfaceTilt: 20, effectiveness: EFFECTIVENESS['fed-pole'], cleaningCost: 900, maxCleans: 12 };
  return { ...setup, dailyValue, courses };
}

const BENCHES: Bench[] = [
  {
    name: 'sun to AC output, hourly',
    of: 'hours',
    sizes: [1, 2, 4, 8].map((times) => times * 8760),
    budget: 15,
    prepare: (hours) => {
      const place = {
        latitude: -33.5,
        longitude: 19,
        altitude: 200,
        linkeTurbidity: [...CLIMATES['winter-rain'].linkeTurbidity],
      };
      const surface = { surfaceTilt: 20, surfaceAzimuth: 0 };
      const array = { pdc0: 10_000, gammaPdc: -0.0035, pacRated: 8000 };
      return () => {
        let energy = 0;
        for (let hour = 0; hour < hours; hour += 1) {
          const { poaGlobal } = clearSkyOnSurface(place, surface, START + hour * MILLISECONDS_PER_HOUR);
          energy += arrayOutput(array, { poaGlobal, tempAir: 20, windSpeed: 2 }).pac;
        }
        return energy;
      };
    },
  },
  ...[EXAMPLE_MODULE, { ...EXAMPLE_MODULE, cells: 120, halfCut: true }].map(
    (module): Bench => ({
      name: `string, ${module.halfCut ? 'half-cut' : 'whole'} cells, 24 modules to 200 patches`,
      of: 'patches',
      sizes: [200, 400, 800, 1600],
      budget: 30,
      prepare: (patches) => {
        const input = patchedString(module, patches);
        return () => stringPower(input);
      },
    }),
  ),
  {
    name: 'frequency, exact, 0 to 12 visits, 365 days',
    of: 'weather years',
    sizes: [200, 400, 800, 1600],
    budget: 1000,
    memory: 300,
    prepare: (years) => {
      const input = visitsInput(years);
      return () => optimalDays({ ...input, maxCleans: 12 });
    },
  },
  {
    name: 'frequency, every 2nd to 5th year',
    of: 'weather years',
    sizes: [200, 400, 800, 1600],
    budget: 1000,
    prepare: (years) => {
      const input = visitsInput(years);
      return () => optimalDays({ ...input, maxCleans: 0, everyYears: [2, 3, 4, 5] });
    },
  },
  {
    name: 'estimate from all that is known, 60 evidence',
    of: 'days',
    sizes: [365, 730, 1460],
    budget: 700,
    prepare: (days) => {
      const record = recordOf(days, 60);
      return () => assimilate(record);
    },
  },
  {
    name: 'estimate from all that is known, 300 evidence',
    of: 'days',
    sizes: [730, 1460],
    budget: 1500,
    prepare: (days) => {
      const record = recordOf(days, 300);
      return () => assimilate(record);
    },
  },
  ...[1, 10].map(
    (first): Bench => ({
      name: `days of 0 to 12 visits over the layers, 40 courses of ${first === 1 ? 'a year' : 'ten years'}`,
      of: 'years',
      sizes: first === 1 ? [1, 2, 4] : [10],
      budget: first === 1 ? 2000 : 15_000,
      prepare: (years) => {
        const input = coursesOf(years);
        return () => bestVisits(input);
      },
    }),
  ),
  {
    name: 'plan of a site of two faces',
    of: 'plans',
    sizes: [1],
    budget: 2000,
    prepare: () => () => makePlan(examplePlan),
  },
  {
    name: 'a quote as a PDF, with what is cheaper',
    of: 'lines',
    sizes: [60, 120, 240],
    budget: 1000,
    prepare: (lines) => {
      const paper = quoteOf(lines);
      return () => renderPaper({ kind: 'quote', paper });
    },
  },
  {
    name: 'layered soiling, 365 days each',
    of: 'years',
    sizes: [1000, 2000, 4000, 8000],
    budget: 300,
    prepare: (years) => {
      const rain = Float64Array.from(
        generateWeatherYears(CLIMATES['winter-rain'], -33.5, years, 3).flatMap((one) => one.rain),
      );
      const model = {
        surfaceTilt: 20,
        parameters: { lichenDensity: 50, mismatch: 8 },
        initial: { loose: 0, bonded: 0, droppings: 0, lichenRadius: 0 },
        days: {
          rain,
          dew: rain.map((_, day) => (day % 3 === 0 ? 1 : 0)),
          deposition: new Float64Array(rain.length).fill(0.012),
          droppings: new Float64Array(rain.length).fill(2e-5),
        },
      };
      return () => soilingByLayers(model);
    },
  },
];

/** A made-up quote of so many lines as it goes to its customer. */
function quoteOf(lines: number): QuotePaper {
  const plan = { finish: 'output' as const, ...makePlan({ ...examplePlan, overrides: { visits: 3 } }) };
  const offer = offerOf(plan, examplePlan.prices);
  const added = Array.from({ length: Math.max(0, lines - offer.one.lines.length) }, (_, at) => ({
    ...{ key: 'other' as const, label: `Gate key ${at + 1}`, amount: 1000 + at, reason: 'as agreed' },
  }));
  const cheaper = {
    choices: cheaperChoices({ plan: examplePlan, forecast: null, fittings: {} }, plan),
    leaves: leftByPlan(plan),
    leftOut: [],
  };
  const content = { ...overruleLines(offer, added, plan, examplePlan.prices), cheaper };
  const stands = { number: 1001, revision: 1, sentAt: '2026-11-20T08:00:00Z', validUntil: '2026-12-20' };
  return {
    quote: { ...content, ...stands, currency: 'ZAR', message: '', stated: '' } as unknown as QuotePaper['quote'],
    ...{ firm: 'Harbour Pail Panel Care', customer: 'Ines Fell', site: 'Fell barn', place: 'Larch Lane 1' },
    ...{ modules: plan.modules, units: DEFAULT_UNITS },
  };
}

/** The quickest of several warm runs, ms: what the machine can do when it is left alone for a moment. */
async function quickest(run: () => unknown, rounds: number): Promise<number> {
  let best = Number.POSITIVE_INFINITY;
  for (let round = 0; round < rounds; round += 1) {
    const start = performance.now();
    await run();
    best = Math.min(best, performance.now() - start);
  }
  return best;
}

/** Slope of the logarithm of time over that of size. */
function growth(sizes: readonly number[], times: readonly number[]): number {
  const [x, y] = [sizes.map(Math.log), times.map(Math.log)];
  const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;
  const [mx, my] = [mean(x), mean(y)];
  const over = x.reduce((sum, value, index) => sum + (value - mx) * ((y[index] ?? 0) - my), 0);
  return over / x.reduce((sum, value) => sum + (value - mx) ** 2, 0);
}

const memoryNow = (): number => Math.round(process.resourceUsage().maxRSS / 1024);

/** MB that one calculation takes in a process of its own, the program itself included. */
function memoryAlone(name: string): number {
  const ran = spawnSync(process.execPath, ['--import', 'tsx', import.meta.filename, name], { encoding: 'utf8' });
  return Number(ran.stdout);
}

/** Runs everything and prints the table. @returns how many budgets were not held */
async function table(): Promise<number> {
  console.log('quickest of several warm runs, one core; ms, then the same as a multiple of the first size\n');
  let over = 0;
  const judge = (held: boolean): string => {
    if (!held) over += 1;
    return held ? 'held' : 'NOT HELD';
  };
  for (const { name, of, sizes, budget, memory, prepare } of BENCHES) {
    const times: number[] = [];
    for (const [index, size] of sizes.entries()) times.push(await quickest(prepare(size), index === 0 ? 8 : 3));
    const [first = 0] = times;
    const row = sizes.map((size, index) => {
      const time = times[index] ?? 0;
      return `${size}: ${time.toFixed(1)} (${(time / first).toFixed(1)}x)`;
    });
    console.log(`${name}\n  ${of} ${row.join('   ')}`);
    const grows = sizes.length > 1 ? `; grows as size^${growth(sizes, times).toFixed(2)}` : '';
    console.log(`  at most ${budget} ms for the first: ${judge(first <= budget)}${grows}`);
    if (memory !== undefined) {
      const taken = memoryAlone(name);
      console.log(`  at most ${memory} MB for the first alone: ${taken} MB, ${judge(taken <= memory)}`);
    }
    console.log('');
  }
  return over;
}

const alone = BENCHES.find(({ name }) => name === process.argv[2]);
if (alone) {
  for (let round = 0; round < 3; round += 1) await alone.prepare(alone.sizes[0] ?? 0)();
  console.log(memoryNow());
} else process.exitCode = (await table()) === 0 ? 0 : 1;

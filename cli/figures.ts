import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { assimilate } from '../core/assimilation/posterior.ts';
import { compare } from '../core/comparisons/compare.ts';
import { gainFromDailyEnergy } from '../core/comparisons/dailyEnergy.ts';
import { optimalDays } from '../core/frequency/optimalDays.ts';
import { clearSkyOnSurface } from '../core/irradiance/planeOfArray.ts';
import { clearSkyDay } from '../core/modules/clearSkyDay.ts';
import { EXAMPLE_MODULE } from '../core/modules/exampleModule.ts';
import { filmLoss } from '../core/modules/filmLoss.ts';
import { arrayOutput } from '../core/modules/output.ts';
import { stringPower } from '../core/modules/string.ts';
import { poleReach } from '../core/reach/reach.ts';
import { dryingMinutes } from '../core/schedule/drying.ts';
import { soilingByLayers } from '../core/soiling/layered.ts';
import { soilingByRate } from '../core/soiling/rate.ts';
import { sprayLine } from '../core/spray/line.ts';
import { madeUpArray, type Situation } from '../core/testing/madeUpArray.ts';
import { syntheticSeries } from '../core/testing/syntheticEnergy.ts';
import { MILLISECONDS_PER_HOUR } from '../core/time/utc.ts';
import { jetOnGlass } from '../core/water/jet.ts';
import { treatWater } from '../core/water/treatment.ts';
import { CLIMATES, exposureDays, generateWeatherYears } from '../core/weather/index.ts';
import { PROJECT } from './folders.ts';

/** Draws the figures of docs/calculations.md from the calculations themselves. Run: npm run figures */

interface Series {
  name: string;
  points: [number, number][];
  dots?: boolean;
}

const WIDTH = 640;
const HEIGHT = 260;
const BOX = { left: 62, right: 150, top: 14, bottom: 44 };
const INKS = ['#0a5f7d', '#5e431d', '#9c1f14', '#4c5853'];
const DASHES = ['', '7 4', '2 3', '10 3 2 3'];

const ticks = (low: number, high: number): number[] => {
  const rough = (high - low) / 5;
  const power = 10 ** Math.floor(Math.log10(rough));
  const step = ([1, 2, 2.5, 5, 10].find((factor) => factor * power >= rough) ?? 10) * power;
  const first = Math.ceil(low / step - 1e-9) * step;
  return Array.from({ length: Math.floor((high - first) / step + 1e-9) + 1 }, (_, index) => first + index * step);
};
const label = (value: number): string => String(Number(value.toPrecision(6)));

/** Lines over two axes, told apart by dash as well as by colour. */
function chart(xName: string, yName: string, series: Series[]): string {
  const xs = series.flatMap(({ points }) => points.map(([x]) => x));
  const ys = series.flatMap(({ points }) => points.map(([, y]) => y));
  const [x0, x1] = [Math.min(...xs), Math.max(...xs)];
  const [y0, y1] = [Math.min(0, ...ys), Math.max(...ys) * 1.06];
  const x = (value: number) => BOX.left + ((value - x0) / (x1 - x0)) * (WIDTH - BOX.left - BOX.right);
  const y = (value: number) => HEIGHT - BOX.bottom - ((value - y0) / (y1 - y0)) * (HEIGHT - BOX.top - BOX.bottom);
  const at = (value: number) => value.toFixed(1);
  const grid = [
    ...ticks(y0, y1).map(
      (value) =>
        `<path d="M${BOX.left} ${at(y(value))}H${WIDTH - BOX.right}" stroke="#e2dcca"/><text x="${BOX.left - 7}" y="${at(y(value) + 4)}" text-anchor="end">${label(value)}</text>`,
    ),
    ...ticks(x0, x1).map(
      (value) =>
        `<path d="M${at(x(value))} ${HEIGHT - BOX.bottom}v5" stroke="#6e6a5c"/><text x="${at(x(value))}" y="${HEIGHT - BOX.bottom + 18}" text-anchor="middle">${label(value)}</text>`,
    ),
  ];
  const drawn = series.map(({ name, points, dots }, index) => {
    const ink = INKS[index % INKS.length] ?? '#000';
    const pattern = DASHES[index % DASHES.length];
    const dash = pattern ? ` stroke-dasharray="${pattern}"` : '';
    const marks = dots
      ? points
          .map(
            ([px, py]) =>
              `<circle cx="${at(x(px))}" cy="${at(y(py))}" r="2.6" fill="${index === 0 ? ink : 'none'}" stroke="${ink}"/>`,
          )
          .join('')
      : `<path d="M${points.map(([px, py]) => `${at(x(px))} ${at(y(py))}`).join('L')}" fill="none" stroke="${ink}" stroke-width="2"${dash}/>`;
    const ly = BOX.top + 14 + index * 20;
    const key = dots
      ? `<circle cx="${WIDTH - BOX.right + 24}" cy="${ly - 4}" r="2.6" fill="${index === 0 ? ink : 'none'}" stroke="${ink}"/>`
      : `<path d="M${WIDTH - BOX.right + 12} ${ly - 4}h24" stroke="${ink}" stroke-width="2"${dash}/>`;
    return `${marks}${key}<text x="${WIDTH - BOX.right + 42}" y="${ly}">${name}</text>`;
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${WIDTH} ${HEIGHT}" font-family="sans-serif" font-size="11" fill="#17211e"><rect width="${WIDTH}" height="${HEIGHT}" fill="#fbfaf5"/>${grid.join('')}<path d="M${BOX.left} ${BOX.top}V${HEIGHT - BOX.bottom}H${WIDTH - BOX.right}" fill="none" stroke="#6e6a5c"/>${drawn.join('')}<text x="${(BOX.left + WIDTH - BOX.right) / 2}" y="${HEIGHT - 8}" text-anchor="middle">${xName}</text><text x="14" y="${HEIGHT / 2 - 14}" text-anchor="middle" transform="rotate(-90 14 ${HEIGHT / 2 - 14})">${yName}</text></svg>\n`;
}

const range = (from: number, to: number, count: number): number[] =>
  Array.from({ length: count }, (_, index) => from + ((to - from) * index) / (count - 1));
const line = (name: string, xs: readonly number[], of: (x: number) => number | null): Series => ({
  name,
  points: xs.flatMap((x): [number, number][] => {
    const y = of(x);
    return y === null ? [] : [[x, y]];
  }),
});

const place = { latitude: -33.5, longitude: 0, altitude: 200, linkeTurbidity: 3.2 };
const north = { surfaceTilt: 20, surfaceAzimuth: 0 };
const at = (month: number, hour: number) => Date.UTC(2026, month - 1, 21) + hour * MILLISECONDS_PER_HOUR;
const hours = range(4, 20, 97);
const each = (transmittance: number, modules: number, cells: number[]) =>
  Array.from({ length: modules }, (_, module) => cells.map((cell) => ({ module, cell, transmittance }))).flat();
const loss = (patches: ReturnType<typeof each>, film = 1) =>
  100 * stringPower({ module: EXAMPLE_MODULE, moduleCount: 12, film, patches }).electricalLoss;

const year = generateWeatherYears(CLIMATES['winter-rain'], -33.5, 30, 4);
const exposed = exposureDays(
  CLIMATES['winter-rain'],
  { surroundings: 'farmland', birds: 'few', latitude: -33.5 },
  year.slice(0, 1),
  4,
);
const layers = (bondingPerDew: number) =>
  soilingByLayers({
    surfaceTilt: 20,
    parameters: { bondingPerDew, lichenDensity: 0, mismatch: 8 },
    initial: { loose: 0, bonded: 0, droppings: 0, lichenRadius: 0 },
    days: exposed,
  }).soilingRatio;
const byRate = soilingByRate({ rate: 0.0015, rain: year[0]?.rain ?? [] });
const frequency = optimalDays({
  rate: 0.0015,
  threshold: 6,
  gracePeriod: 14,
  maxLoss: 0.3,
  cleaningCost: 260,
  rains: year.map(({ rain }) => rain),
  dailyValue: Array.from({ length: 365 }, (_, day) => 110 + 40 * Math.cos((2 * Math.PI * day) / 365)),
  maxCleans: 8,
});
const energy = syntheticSeries(3);
const told = gainFromDailyEnergy(energy.input);
const performance = (wanted: (date: string) => boolean): [number, number][] =>
  energy.input.days.flatMap(({ date, energy: kWh, tempAir = 20 }, day): [number, number][] => {
    const clear = clearSkyDay(energy.input.site, energy.input.site, energy.input.site, date, tempAir, 1).energy;
    return wanted(date) ? [[day, (kWh ?? 0) / clear]] : [];
  });

const air = { filmThickness: 0.1, tempAir: 22 };
const house = { eaveHeight: 2.8, overhang: 0.5, roofTilt: 25, handHeight: 1.4, slopeDistance: 2.5, poleMax: 12 };
const spray = {
  spacing: 0.4,
  orificeDiameter: 0.0015,
  pump: { shutOffHead: 30, maxFlow: 90 },
  riser: { length: 10, diameter: 0.022 },
  lift: 5,
};

const FIGURES: Record<string, string> = {
  sun: chart('hour of the solar day', 'in the plane, W/m²', [
    line('December', hours, (hour) => clearSkyOnSurface(place, north, at(12, hour)).poaGlobal),
    line('March', hours, (hour) => clearSkyOnSurface(place, north, at(3, hour)).poaGlobal),
    line('June', hours, (hour) => clearSkyOnSurface(place, north, at(6, hour)).poaGlobal),
  ]),
  output: chart('hour of the solar day', 'AC power, W', [
    line('clean', hours, (hour) => acAt(hour, 1, 20_000)),
    line('10 % soiled', hours, (hour) => acAt(hour, 0.9, 20_000)),
    line('clean, limit 6 kW', hours, (hour) => acAt(hour, 1, 6000)),
    line('soiled, limit 6 kW', hours, (hour) => acAt(hour, 0.9, 6000)),
  ]),
  film: chart('dust on the glass, g/m²', 'loss of the film, %', [
    line('film', range(0, 12, 80), (mass) => 100 * filmLoss(mass)),
  ]),
  soiling: chart('day of the year', 'loss, %', [
    line('rate model', range(0, 364, 365), (day) => 100 * (1 - (byRate[day] ?? 1))),
    ...[0, 0.03, 0.3].map((bonding): Series => {
      const ratio = layers(bonding);
      return line(`dew bonds ${100 * bonding} %`, range(0, 364, 365), (day) => 100 * (1 - (ratio[day] ?? 1)));
    }),
  ]),
  string: chart('share of the cell that is covered, %', 'power lost, %', [
    line('one cell of 720', range(0, 100, 60), (covered) =>
      loss([{ module: 0, cell: 7, transmittance: 1 - covered / 100 }]),
    ),
    line('same cell, each', range(0, 100, 60), (covered) => loss(each(1 - covered / 100, 12, [7]))),
    line('film over all', range(0, 100, 60), (covered) => loss([], 1 - covered / 100)),
  ]),
  compare: chart('hours apart, no sensor', 'least gain that shows, %', [
    line('clear sky declared', range(0, 4, 60), (apart) => leastGain(Math.hypot(0.005, 0.02 * apart))),
    line('with a sensor', range(0, 4, 60), () => leastGain(0.007)),
  ]),
  water: chart('conductivity of the source, µS/cm', 'litres a charge of 25 L', [
    line(
      'resin alone',
      range(60, 1500, 80),
      (conductivity) => treated(conductivity).resinOnly?.litresPerCharge ?? null,
    ),
    line(
      'osmosis first',
      range(500, 1500, 80),
      (conductivity) => treated(conductivity).osmosis?.litresPerCharge ?? null,
    ),
  ]),
  drying: chart('irradiance, W/m²', 'minutes until dry', [
    line('calm, humid', range(150, 1000, 80), (sun) =>
      dryingMinutes({ ...air, relativeHumidity: 0.8, windSpeed: 0.5, poaGlobal: sun }),
    ),
    line('breeze', range(150, 1000, 80), (sun) =>
      dryingMinutes({ ...air, relativeHumidity: 0.5, windSpeed: 2, poaGlobal: sun }),
    ),
    line('dry wind', range(150, 1000, 80), (sun) =>
      dryingMinutes({ ...air, relativeHumidity: 0.2, windSpeed: 5, poaGlobal: sun }),
    ),
  ]),
  reach: chart('metres from the wall', 'metres', [
    line('pole', range(1, 10, 90), (standOff) => poleReach({ ...house, standOff }).poleLength),
    line('stands off the roof', range(1, 10, 90), (standOff) => poleReach({ ...house, standOff }).lift),
  ]),
  jet: chart('metres from the glass', 'pressure, Pa', [
    line(
      '120 bar, 25°',
      range(0.25, 2, 80),
      (distance) => jetOnGlass({ pressure: 120, flow: 9, distance, fanAngle: 25 }).impactPressure,
    ),
    line(
      '40 bar, 25°',
      range(0.25, 2, 80),
      (distance) => jetOnGlass({ pressure: 40, flow: 9, distance, fanAngle: 25 }).impactPressure,
    ),
    line('load of the test', range(0.25, 2, 2), () => 2400),
  ]),
  frequency: chart('cleanings a year', 'money a year', [
    { name: 'dirt', points: frequency.options.map(({ cleans, lostValue }) => [cleans, lostValue]) },
    { name: 'cleanings', points: frequency.options.map(({ cleans, cost }) => [cleans, cost]) },
    { name: 'together', points: frequency.options.map(({ cleans, total }) => [cleans, total]) },
  ]),
  spray: chart('inside of the pipe, mm', 'least over greatest hole', [
    line(
      '20 holes',
      range(8, 25, 60),
      (size) => sprayLine({ ...spray, orifices: 20, pipeDiameter: size / 1000 }).uniformity,
    ),
    line(
      '60 holes',
      range(8, 25, 60),
      (size) => sprayLine({ ...spray, orifices: 60, pipeDiameter: size / 1000 }).uniformity,
    ),
  ]),
  estimate: chart(
    'loss now, %',
    'chance that it is less',
    (['nothing', 'eye', 'eye and reading', 'eye and patch'] as const).map((situation) => ({
      name: situation,
      points: chances(situation),
    })),
  ),
  'daily-energy': chart('day', 'energy over clear sky', [
    { name: 'taken as clear', points: performance((date) => told.used.includes(date)), dots: true },
    { name: 'left out', points: performance((date) => !told.used.includes(date)), dots: true },
  ]),
};

function acAt(hour: number, soilingRatio: number, pacRated: number): number {
  const { poaGlobal } = clearSkyOnSurface(place, north, at(12, hour));
  return arrayOutput(
    { pdc0: 10_000, gammaPdc: -0.0035, pacRated },
    { poaGlobal, tempAir: 22, windSpeed: 2, soilingRatio },
  ).pac;
}

/** How likely the loss of one made-up array is less than each of many values, by what is known of it. */
function chances(situation: Situation): [number, number][] {
  const { members } = assimilate(madeUpArray(12, situation).history);
  return members.map(({ loss: now }, at) => [100 * now, (at + 0.5) / members.length]);
}

function leastGain(irradianceRatio: number): number {
  const reading = { value: 1000, poaIrradiance: 800, tempModule: 40 };
  const { expandedUncertainty } = compare({
    quantity: 'power',
    temperatureCoefficient: -0.0035,
    before: reading,
    after: reading,
    uncertainty: { irradianceRatio },
  });
  return 100 * expandedUncertainty;
}

function treated(conductivity: number) {
  return treatWater({
    conductivity,
    targetConductivity: 20,
    carbonDioxide: 5,
    waterTemperature: 18,
    filmThickness: 0.1,
    resin: { litres: 25, capacity: 28_000, utilisation: 0.95 },
    osmosis: { rejection: 0.96, recovery: 0.45, permeateFlow25: 300 },
  });
}

const folder = join(PROJECT, 'docs/figures');
mkdirSync(folder, { recursive: true });
for (const [name, svg] of Object.entries(FIGURES)) writeFileSync(join(folder, `${name}.svg`), svg);
console.log(`${Object.keys(FIGURES).length} figures`);

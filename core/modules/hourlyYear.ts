import { BATTERY_EFFICIENCY, WIND_AT_MODULE } from '../assumptions.ts';
import { extraterrestrial } from '../irradiance/clearSky.ts';
import { type Place, planeOfArray, type Surface } from '../irradiance/planeOfArray.ts';
import { solarPosition } from '../sun/solarPosition.ts';
import type { EpwHour } from '../weather/epw.ts';
import { type ArrayElectrical, DEFAULT_INVERTER_EFFICIENCY, dcPower, moduleTemperature } from './output.ts';

/** What stands between the inverter and the use of its power. */
export interface Outlet {
  /** W used on the spot; default 0 */
  load?: number | undefined;
  /** W that may be fed into the network; left out where nothing limits it */
  exportLimit?: number | undefined;
  /** a battery that takes what would be lost at the export limit */
  battery?: { capacity: number; power: number; efficiency?: number } | undefined;
}

export interface HourlyYearInput {
  place: Pick<Place, 'latitude' | 'longitude'>;
  surface: Surface;
  array: ArrayElectrical;
  hours: readonly EpwHour[];
  /** output soiled over output clean, for each hour or for all; default 1 */
  soilingRatio?: number | ArrayLike<number> | undefined;
  /** light on the back as a share of the front's, and the back's own soiling ratio; default 0 and 1 */
  rear?: { fraction: number; soilingRatio: number } | undefined;
  outlet?: Outlet | undefined;
}

export interface HourlyYear {
  /** kWh at the inverter before its own limit, after it, and brought to use */
  unlimited: number;
  inverter: number;
  used: number;
  /** share of the producing hours at the limit of the inverter, and with power that could not be placed */
  atInverterLimit: number;
  atOutletLimit: number;
}

/**
 * The energy of a year from hourly weather (C2 to C5): plane of the array, module temperature, soiling of front and
 * back, the inverter's limit, then load, battery and export limit. Where a limit holds, dirt costs nothing.
 */
export function hourlyYear(input: HourlyYearInput): HourlyYear {
  const { place, surface, array, hours, rear = { fraction: 0, soilingRatio: 1 }, outlet = {} } = input;
  const { soilingRatio = 1 } = input;
  const efficiency = array.inverterEfficiency ?? DEFAULT_INVERTER_EFFICIENCY;
  const limit = array.pacRated ?? Number.POSITIVE_INFINITY;
  const store = new Store(outlet);
  let [unlimited, inverter, used, producing, clipped, unplaced] = [0, 0, 0, 0, 0, 0];
  hours.forEach((hour, index) => {
    const front = frontOf(place, surface, hour);
    const ratio = typeof soilingRatio === 'number' ? soilingRatio : (soilingRatio[index] ?? 1);
    const poa = front * (1 + rear.fraction);
    const tempModule = moduleTemperature(poa, hour.tempAir, hour.windSpeed * WIND_AT_MODULE);
    const light = front * (ratio + rear.fraction * rear.soilingRatio);
    const free = Math.max(0, efficiency * dcPower(array.pdc0, array.gammaPdc, light, tempModule));
    const power = Math.min(free, limit);
    const placed = store.place(power);
    if (free > 0) producing += 1;
    if (free > limit) clipped += 1;
    if (placed < power - 1e-9) unplaced += 1;
    unlimited += free;
    inverter += power;
    used += placed;
  });
  const share = (count: number) => (producing > 0 ? count / producing : 0);
  return {
    unlimited: unlimited / 1000,
    inverter: inverter / 1000,
    used: used / 1000,
    atInverterLimit: share(clipped),
    atOutletLimit: share(unplaced),
  };
}

function frontOf(place: HourlyYearInput['place'], surface: Surface, hour: EpwHour): number {
  if (hour.ghi <= 0 && hour.dni <= 0 && hour.dhi <= 0) return 0;
  const sun = solarPosition(place.latitude, place.longitude, hour.time);
  return planeOfArray(hour, sun, surface, extraterrestrial(hour.time));
}

/** Load, battery and export limit, hour by hour. The battery gives what it holds to the load when the sun does not. */
class Store {
  private readonly outlet: Outlet;
  private held = 0;

  constructor(outlet: Outlet) {
    this.outlet = outlet;
  }

  /** @param power W for one hour @returns W of it that come to use, now or from the battery later */
  place(power: number): number {
    const { load = 0, exportLimit = Number.POSITIVE_INFINITY, battery } = this.outlet;
    const onSpot = Math.min(power, load);
    const wanting = load - onSpot;
    const fed = Math.min(power - onSpot, exportLimit);
    const over = power - onSpot - fed;
    if (!battery) return onSpot + fed;
    const efficiency = battery.efficiency ?? BATTERY_EFFICIENCY;
    this.held -= Math.min(this.held, wanting, battery.power);
    const taken = Math.min(over, battery.power, (battery.capacity - this.held) / efficiency);
    this.held += taken * efficiency;
    return onSpot + fed + taken * efficiency;
  }
}

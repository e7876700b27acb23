import { clearSky, extraterrestrial } from '../irradiance/clearSky.ts';
import { solarPosition } from '../sun/solarPosition.ts';
import { MILLISECONDS_PER_HOUR } from '../time/utc.ts';

/** A made-up EPW file of a year of clear days at a made-up place, for tests. */
export function epwText(latitude = -33.5, longitude = 19, zone = 2): string {
  const header = [
    `LOCATION,Made-up valley,-,-,made up,000000,${latitude},${longitude},${zone},200`,
    ...[
      'DESIGN CONDITIONS',
      'TYPICAL/EXTREME PERIODS',
      'GROUND TEMPERATURES',
      'HOLIDAYS/DAYLIGHT SAVINGS',
      'COMMENTS 1',
      'COMMENTS 2',
      'DATA PERIODS',
    ],
  ];
  const rows = Array.from({ length: 8760 }, (_, index) => {
    const start = Date.UTC(2025, 0, 1) + index * MILLISECONDS_PER_HOUR;
    const middle = start + MILLISECONDS_PER_HOUR / 2 - zone * MILLISECONDS_PER_HOUR;
    const sky = clearSky(solarPosition(latitude, longitude, middle).zenith, 200, 3, extraterrestrial(middle));
    const date = new Date(start);
    const cells = Array.from({ length: 35 }, () => '0');
    cells.splice(0, 5, '2025', `${date.getUTCMonth() + 1}`, `${date.getUTCDate()}`, `${date.getUTCHours() + 1}`, '60');
    cells[6] = '20';
    cells[8] = '50';
    cells[13] = sky.ghi.toFixed(1);
    cells[14] = sky.dni.toFixed(1);
    cells[15] = sky.dhi.toFixed(1);
    cells[21] = '3';
    return cells.join(',');
  });
  return `${[...header, ...rows].join('\r\n')}\r\n`;
}

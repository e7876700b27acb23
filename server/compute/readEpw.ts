import { EpwError, type EpwFault, parseEpw } from '../../core/weather/epw.ts';
import { type Climate, type ClimateKey, climateOf, climateOfEpw } from '../../core/weather/index.ts';

/** Reads an EPW file into the climate of a site; what is wrong with it comes back with its line. */
export function readEpw({
  text,
  base,
}: {
  text: string;
  base: ClimateKey;
}): { ok: true; climate: Climate } | { ok: false; line: number; fault: EpwFault } {
  try {
    return { ok: true, climate: climateOfEpw(parseEpw(text), climateOf(base)).climate };
  } catch (error) {
    if (!(error instanceof EpwError)) throw error;
    return { ok: false, line: error.line, fault: error.fault };
  }
}

import { ACCESS_IN_WORDS } from '../../contract/methods/endpoints.ts';
import { written } from '../../core/findings.ts';

/** A row as it was stored. */
export type StoredRow = Record<string, unknown>;
export type Part = Record<string, unknown>;

/**
 * Brings rows of older calculations to the newest shape, one step a version.
 * @param steps from a version to the next; one that is not in it changed nothing of these rows
 * @param first the version whose step takes all before it as well
 */
export function lifter(steps: Readonly<Record<number, (row: StoredRow) => StoredRow>>, first: number, newest: number) {
  return (row: StoredRow): StoredRow => {
    let found = row;
    for (let version = Math.max(first, Number(row.calculationVersion)); version < newest; version += 1)
      found = steps[version]?.(found) ?? found;
    return found;
  };
}

/** Calculations 1 to 9 told what they found in sentences: these are kept as they were written. */
export const toldInWords = (text: unknown): unknown => (typeof text === 'string' ? written(text) : text);

/** The same where no sentence was kept as an empty one, or not at all. */
export const toldOrNothing = (text: unknown): unknown =>
  text === undefined || text === null || text === '' ? null : toldInWords(text);

/** A reason of calculations 1 to 9. */
export function reasonInWords(reason: Part): Part {
  const inputs = reason.inputs as Part[];
  const drivers = reason.drivers as Part[];
  return {
    ...reason,
    what: toldInWords(reason.what),
    formula: toldInWords(reason.formula),
    source: toldInWords(reason.source),
    inputs: inputs.map((input) => ({ ...input, name: toldInWords(input.name), value: toldInWords(input.value) })),
    drivers: drivers.map((driver) => ({ ...driver, change: toldInWords(driver.change) })),
  };
}

export const reasonsInWords = (reasons: Part): Part =>
  Object.fromEntries(Object.entries(reasons).map(([name, reason]) => [name, reasonInWords(reason as Part)]));

/** Warnings of calculations 1 to 9 had a code and its sentence. @param shareCleaned of what was read */
export const warningInWords = (warning: Part, shareCleaned = 1): Part => ({
  code: warning.code,
  params: warning.params ?? PARAMETERS[warning.code as keyof typeof PARAMETERS]?.(shareCleaned) ?? {},
});

/** What the sentences of those warnings named. */
const PARAMETERS = {
  'low-irradiance': () => ({ least: 500 }),
  'too-far-apart': () => ({ most: 30 }),
  'temperatures-differ': () => ({ most: 10 }),
  'part-cleaned': (share: number) => ({ share }),
};

/** A climate made from a site's files had its name in words; one that ships is stored by its key. */
export const climateInWords = (climate: unknown): unknown =>
  typeof climate === 'object' && climate !== null && 'name' in climate
    ? { ...climate, name: toldInWords(climate.name) }
    : climate;

/** A climate made from a site's files called its clear-sky index clearness until calculation 10. */
export function climateByIndex(climate: unknown): unknown {
  if (typeof climate !== 'object' || climate === null || !('clearnessDry' in climate)) return climate;
  const { clearnessDry, clearnessWet, ...rest } = climate as Part;
  return { ...rest, clearSkyIndexDry: clearnessDry, clearSkyIndexWet: clearnessWet };
}

/** What lines of a price were counted in, as calculations 1 to 9 wrote it. */
const UNITS: Record<string, string> = {
  'person-hours': 'person-hour',
  h: 'hour',
  modules: 'module',
  storeys: 'storey',
};

export const lineInWords = (line: Part): Part => ({
  ...line,
  label: toldInWords(line.label),
  unit: UNITS[String(line.unit)] ?? line.unit,
});

/** Lines of calculations 1 to 13 were all taxed at one rate, which stood beside them. */
export const taxedAlike = (priced: Part, taxRate: unknown): Part => ({
  ...priced,
  lines: (priced.lines as Part[]).map((line) => ({ ...line, taxRate })),
  taxes: [{ rate: taxRate, net: priced.net, tax: priced.tax }],
});

export const kitInWords = (kit: unknown): Part[] =>
  (kit as Part[]).map((item) => ({ ...item, label: toldInWords(item.label), because: toldInWords(item.because) }));

/** From where the glass was reached, which calculations 1 to 9 wrote in words. */
export const accessByCode = (access: unknown): unknown => ACCESS_IN_WORDS[String(access)] ?? access;

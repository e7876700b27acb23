import type { ProofHour } from '../../core/comparisons/proofPlanner.ts';
import type { ComparisonFinding, Words } from '../language.ts';

const HOURS: Record<ProofHour, string> = {
  'before-wash': 'before the wash',
  'after-wash': 'after it',
  'that-hour': 'at that hour',
  noon: 'at noon',
  readings: 'at the readings',
  wash: 'at the wash',
  'around-noon': 'around noon',
};

export const comparisons: Omit<Words<ComparisonFinding>, 'written'> = {
  'low-irradiance': ({ least }, say) =>
    `Under ${say.quantity(least, 'irradiance')} small errors grow large. Read again when the sun is higher or the cloud has gone.`,
  'instrument-overdue': ({ name, on }, say) =>
    `${name} was due for calibration on ${say.date(on)}: its readings count for less.`,
  'above-sky': () =>
    'More than sky and nameplate allow, by over 5 %. Check the decimal mark, the unit, and that the sensor lies flat in the plane of the array and is clean.',
  'at-limit': () =>
    'The inverter, a full battery or the export limit is holding the power down. Clean and dirty glass look alike here: read the current, or wait for less sun.',
  shading: () => 'A shadow was noted. Step out of the light and wait until no shadow lies on any module.',
  'wet-glass': () => 'Wet glass is cold glass: part of what shows is cooling. Wait until it is dry and warm again.',
  'too-far-apart': ({ most }, say) =>
    `Over ${say.number(most)} minutes apart with neither a control row nor a sensor: the sun has moved. Use either, or compare days of energy.`,
  'temperatures-differ': ({ most }, say) =>
    `Module temperatures over ${say.quantity(most, 'temperatureDifference', 0)} apart: the correction carries too much. Read again when the glass is back at temperature.`,
  'part-cleaned': ({ share }, say) =>
    `Only part of the array was cleaned (${say.quantity(share, 'fraction', 0)} of its modules). The gain is that of the whole array as it now stands, not of every module.`,
  'current-not-power': () =>
    'Short-circuit current does not see mismatch between cells. A gain in current is not a gain in power.',

  'doubt-too-bright': ({ most }, say) => `the sun gives no more than about ${say.quantity(most, 'irradiance')}`,
  'doubt-no-light': () => 'that would be next to no light',
  'doubt-cold-in-sun': () => 'a module in full sun is warm',
  'doubt-too-hot': () => 'no module gets that hot',
  'doubt-power': () => 'nameplate and sun let expect something else',
  'doubt-current': ({ ofString }, say) => `in this light a string gives about ${say.quantity(ofString, 'current', 1)}`,

  doubt: ({ kind, typed, likely, because }, say) => {
    const shown = (value: number) => say.quantity(value, kind, Number.isInteger(value) ? undefined : 1);
    const fits = likely === null ? 'Look again' : `${shown(likely)} would fit`;
    return `${shown(typed)}? ${fits}: ${say.finding(because)}.`;
  },

  'no-readings': () => 'No readings were taken.',
  'no-reading-before': () => 'No reading was taken before the wash, so there is nothing to compare with.',
  'no-reading-after': () => 'No reading was taken after the wash.',
  'read-together': ({ face }) => `Read together with ${face} on one inverter: the figure stands there.`,

  'face-not-read': ({ reason }) => `Not read: ${reason}.`,

  'proof-dim': ({ irradiance, hour, least }, say) =>
    `${say.quantity(irradiance, 'irradiance')} ${HOURS[hour]}: under ${say.quantity(least, 'irradiance')} small errors grow large.`,
  'proof-limited': ({ hour }) =>
    `The inverter, a full battery or the export limit holds the power down ${HOURS[hour]}: clean and dirty look alike.`,
  'proof-guessed-temperature': ({ error }, say) =>
    `Without a thermometer on the module its temperature is a guess of ${say.quantity(error, 'temperatureDifference', 0)} either way.`,
  'proof-no-sensor': ({ minutes }, say) =>
    `Over ${say.number(minutes)} minutes apart without a sensor: the sun has moved.`,
  'proof-read-dry': () => 'Read before wetting, and again when the glass is dry and warm.',
  'proof-two-skies': () => 'Two days have two skies: it needs an irradiance sensor.',
  'proof-read-at-noon': () => 'Read around noon on the day before and on the day after, both clear.',
  'proof-no-control': () => 'No row, string or array that stays unwashed can be read by itself.',
  'proof-read-control': () => 'Read the unwashed neighbour in the same minutes; the sky falls out of the comparison.',
  'proof-switched-off': () => 'The array is switched off while it is wet, so the two wet readings cannot be taken.',
  'proof-three-states': () =>
    'Dry and dirty, wet and dirty, wet and clean, within minutes: cooling is told apart from cleaning.',
  'proof-no-daily-energy': () => 'No daily energy of this array alone is at hand.',
  'proof-few-clear-days': ({ clear, needed }, say) =>
    `About ${say.number(clear)} clear days on each side; ${say.number(needed)} are needed.`,
  'proof-clear-days': ({ clear }, say) =>
    `About ${say.number(clear)} clear days on each side, found from the data; no rain that cleans close to the wash.`,

  'energy-no-trend': () => 'Too few clear days to draw a trend through.',
  'energy-steps-together': () => 'The step cannot be told from its neighbours.',
  'energy-few-clear-days': ({ clear, needed }, say) =>
    `Only ${say.number(clear)} clear days; ${say.number(needed)} are the least for a trend.`,
  'energy-few-before': ({ clear, needed }, say) =>
    `${say.number(clear)} clear days before the cleaning; ${say.number(needed)} are needed.`,
  'energy-few-after': ({ clear, needed }, say) =>
    `${say.number(clear)} clear days after the cleaning; ${say.number(needed)} are needed.`,
  'energy-rain-near': ({ needed }, say) =>
    `Rain that cleans lies fewer than ${say.number(needed)} clear days from the cleaning: the two cannot be told apart.`,

  'patch-temperatures-differ': ({ most }, say) =>
    `Strip and neighbour are over ${say.quantity(most, 'temperatureDifference', 0)} apart: cold, wet glass gives more. Wait until it is dry and warm.`,
  'patch-sun-changed': () =>
    'The neighbour changed by over a quarter between the readings: read again under a steadier sky.',
  'patch-current-not-power': () =>
    'A gain in current is not a gain in power: it does not see what a patch does to a string.',
  'patch-no-strip': () => 'No strip was read.',
  'patch-less-after': () =>
    'Every strip gave less against its neighbour after the wash than before: a reading is out, or the glass is still wet.',
  'patch-not-distinguishable': () =>
    'No strip stands out of its own uncertainty: the dirt costs less than this test can show.',
  'patch-more-than-film': () =>
    'The loss is more than a film can cost: patches lie on the strip. Split and effect need one without.',
  'patch-none-rinsed': () => 'No strip was rinsed only: what rain would leave is not known.',
  'patch-only-rinsed': () => 'Only a rinsed strip was read: wash one clean beside it to know what the rinse left.',
};

import type { ChecklistWhen } from '../../core/kit/checklists.ts';
import type { Bristle, KitHeld, KitKind, KitMeasure, KitState } from '../../core/kit/things.ts';
import { capital } from '../capital.ts';
import type { KitFinding, Words } from '../language.ts';
import { fittingName, fittingQuantity } from './fittings.ts';

export const KIT_WORDS: Record<KitKind, string> = {
  pole: 'Pole',
  brush: 'Brush head',
  blade: 'Blade',
  cloth: 'Cloths',
  squeegee: 'Squeegee',
  'rotary-head': 'Rotary head',
  'robot-wet': 'Wet robot',
  'robot-dry': 'Dry robot',
  'robot-module': 'Robot’s brush unit',
  'spray-line': 'Spray line',
  hose: 'Hose',
  pump: 'Pump',
  tank: 'Tank',
  membrane: 'Membrane unit',
  ladder: 'Ladder',
  harness: 'Harness',
  lift: 'Lift',
  'irradiance-meter': 'Irradiance sensor',
  thermometer: 'Contact thermometer',
  'power-meter': 'Power or current meter',
  'conductivity-meter': 'Conductivity meter',
};
export const KIT_STATE_WORDS: Record<KitState, string> = {
  good: 'good',
  worn: 'worn',
  broken: 'broken',
  lost: 'not found',
  retired: 'retired',
};
export const CHECKLIST_WHEN_WORDS: Record<ChecklistWhen, string> = {
  'set-up': 'before it runs',
  'take-down': 'when it has run',
};
export const BRISTLE_WORDS: Record<Bristle, string> = { soft: 'soft', stiff: 'stiff' };
export const HELD_WORDS: Record<KitHeld, string> = { own: 'ours', hired: 'hired by the day' };
export const MEASURE_WORDS: Record<KitMeasure, string> = {
  length: 'Length',
  sections: 'Sections',
  width: 'Width',
  weight: 'Weight',
  volume: 'Holds',
  flow: 'Delivers a minute',
};
/** A kind in the middle of a sentence. */
const kindOf = (kind: KitKind): string => KIT_WORDS[kind].toLowerCase();

export const kit: Omit<Words<KitFinding>, 'written'> = {
  'kit-pole': ({ length }, say) => `Pole, ${say.quantity(length, 'length', 0)}, clamps tried`,
  'kit-because-pole': () => 'Reach of this array.',
  'kit-brush': ({ brush }, say) => `Brush: ${say.finding(brush)}, brush checked`,
  'kit-because-brush': () => 'A stone in the bristles scratches every module after it.',
  'kit-fitting': ({ kind, quantity, unit }, say) => `${fittingName(kind)}, ${fittingQuantity({ quantity, unit }, say)}`,
  'kit-because-fitting': () => 'To be fitted on this visit; a few spare.',
  'kit-tank': ({ litres }, say) => `Tank with ${say.quantity(litres, 'volume')}, strapped`,
  'kit-because-tank': () => 'A kilogram a litre: mind the payload.',
  'kit-rotary': () => 'Rotary head, its drive and a spare pad',
  'kit-because-rotary': () => 'The way of cleaning chosen.',
  'kit-robot-wet': () => 'Wet robot, charged, with its tether',
  'kit-because-robot-wet': () => 'It is held from above wherever it could slide off.',
  'kit-robot-dry': () => 'Dry robot, charged, with its tether',
  'kit-because-robot-dry': () => 'It is held from above wherever it could slide off.',
  'kit-microfibre': () => 'Microfibre cloths, clean, one a row',
  'kit-because-microfibre': () => 'Grit in a cloth scratches.',
  'kit-hose': () => 'Hose, couplings and a spare washer',
  'kit-because-hose': () => 'A coupling that does not fit is found out on site.',
  'kit-irradiance': () => 'Irradiance sensor, clean, with its stand',
  'kit-because-irradiance': () => 'Readings before and after are worth nothing without it.',
  'kit-thermometer': () => 'Contact thermometer',
  'kit-because-thermometer': () => 'Cold glass gives more power: it must be corrected for.',
  'kit-squeegee': () => 'Squeegee with a new rubber',
  'kit-because-squeegee': () => 'The water is drawn off, so that a fifth of its salts stays.',
  'kit-cloths': () => 'White cloths for wipe tests',
  'kit-because-cloths': () => 'The photographed pair is part of the proof.',
  'kit-phone': () => 'Phone charged, job opened once',
  'kit-because-phone': () => 'The cards are then at hand without a signal.',
  'kit-first-aid': () => 'First-aid kit, drinking water, sun cover',
  'kit-because-first-aid': () => 'Heat and falls come before glass.',
  'kit-resin': () => 'Two resin vessels, lead before lag',
  'kit-because-resin': () => 'Side by side they are exhausted together.',
  'kit-meter': () => 'Conductivity meter',
  'kit-because-meter': () => 'It says when the lead vessel is spent.',
  'kit-membrane': () => 'Membrane unit, carbon filter, reject hose',
  'kit-because-membrane': () => 'Chlorine is taken out first; the reject needs somewhere to go.',
  'kit-soap': () => 'pH-neutral soap, measured',
  'kit-because-soap': () => 'Sticky soil.',
  'kit-alcohol': () => 'Alcohol, cloths, no sparks near',
  'kit-because-alcohol': () => 'Something grows here.',
  'kit-blade': () => 'New blades and holder, edge looked along',
  'kit-because-blade': () => 'A nick scratches glass.',
  'kit-access': () => 'Lift or scaffold papers, harness checked',
  'kit-because-access': () => 'A competent person, under local law.',

  'kit-check-due': ({ on }, say) => `To be checked by ${say.date(on)}.`,
  'kit-check-overdue': ({ on, holdsPeople }, say) =>
    holdsPeople
      ? `Its check was due on ${say.date(on)}: nobody uses it before a competent person has looked at it.`
      : `Its check was due on ${say.date(on)}.`,
  'kit-never-checked': ({ holdsPeople }) =>
    holdsPeople
      ? 'No check is on record: nobody uses it before a competent person has looked at it.'
      : 'No check is on record.',
  'kit-never-calibrated': () => 'No calibration is on record.',
  'kit-calibration-due': ({ on }, say) => `To be calibrated by ${say.date(on)}.`,
  'kit-calibration-overdue': ({ on }, say) =>
    `Its calibration was due on ${say.date(on)}: what it reads counts for less.`,
  'kit-wear': ({ modules, after }, say) =>
    `${say.number(modules, 0)} modules worked with it, of some ${say.number(after, 0)} that it lasts.`,
  'kit-state': ({ state, note }) =>
    note ? `${capital(KIT_STATE_WORDS[state])}: ${note}` : `${capital(KIT_STATE_WORDS[state])}.`,
  'kit-none-entered': ({ kind }) => `No ${kindOf(kind)} is in the register: hire one, or enter it.`,
  'kit-none-usable': ({ kind }) => `Every ${kindOf(kind)} there is is out of use.`,
  'kit-too-short': ({ longest, wanted }, say) =>
    `The longest is ${say.quantity(longest, 'length', 1)}, and ${say.quantity(wanted, 'length', 1)} is wanted.`,
  'kit-too-small': ({ most, wanted }, say) =>
    `The largest holds ${say.quantity(most, 'volume')}, and ${say.quantity(wanted, 'volume')} is wanted.`,
  'kit-taken': ({ name, site }) => `${name} is at ${site} that day.`,
};

import type { WeighedChoice } from '../../core/quotes/cheaper.ts';
import { counted } from '../counted.ts';
import type { CheaperFinding, Say, Words } from '../language.ts';

/** What each choice is called, from doing nothing to a plan of washes. */
export const cheaperName = (key: WeighedChoice['key'], visits: number): string => {
  const names: Record<WeighedChoice['key'], string> = {
    nothing: 'Nothing for now',
    rain: 'Wait for the rain',
    rinse: 'Rinse it yourself from the ground, at dawn',
    'every-second-year': 'One wash every second year',
    'drain-clip': 'Clips that drain the lower frame',
    deterrent: 'Something that keeps birds off',
    coating: 'A coating on the glass',
    'spray-line': 'A line of pipe that sprays by itself',
    'own-kit': 'Your own pole, brush and water',
    one: 'One visit by us',
    planned: `A plan of ${counted(visits, 'visit')} a year by us`,
  };
  return names[key];
};

export const cheaper: Words<CheaperFinding> = {
  'cheaper-no-forecast': () => 'No forecast was looked at for this offer.',
  'cheaper-no-rain': () => 'No rain that washes is forecast for the days ahead.',
  'cheaper-no-water': () => 'There is no water for it here.',
  'cheaper-out-of-reach': () => 'Not from the ground here: the edge is too high, or the place cannot be reached so.',
  'cheaper-cracked': () => 'Not on glass that is cracked: no water comes on it until somebody licensed has looked.',
  'cheaper-frost': () => 'Not in frost.',
  'cheaper-no-cause': () => 'It has nothing to work against here, or stands already.',
  'cheaper-nobody-climbs': () => 'Nobody may climb here to put it up.',
  'cheaper-line-there': () => 'A line is there already.',

  'cheaper-rain-due': ({ date, rain, chance }, say) =>
    `${say.quantity(rain, 'rain')} are forecast for ${say.date(date)}, with a chance of ${say.quantity(chance, 'fraction')}. It comes by itself: look again after it.`,
  'cheaper-rinses': ({ times, litres }, say) =>
    `${counted(times, 'time')} a year, about ${say.quantity(litres, 'volume')} each. It takes the loose dust, hardly what is stuck.`,
  'cheaper-line-runs': ({ days, litres }, say) =>
    `It runs about every ${counted(days, 'day')}, with ${say.quantity(litres, 'volume')} a year.`,
  'cheaper-own-visits': ({ visits }) =>
    `${counted(visits, 'wash', 'washes')} a year as good as ours, for your own hours, which are not counted.`,

  'hazard-hot-glass': () => 'Only on cool glass: cold water on hot glass can crack it.',
  'hazard-stay-down': () => 'Stay on the ground: no ladder, no roof.',
  'hazard-electric': () => 'Not where glass, cables or boxes look damaged: ask a licensed electrician first.',
  'hazard-height': () => 'It is put up at height: by somebody trained and equipped for that, under your local rules.',
  'hazard-grows': () => 'What grows on the glass goes on growing, and is dearer to take off later.',
  'hazard-legionella': () => 'Warm water that stands in it can carry legionella: follow your local rules.',
  'hazard-backflow': () => 'On the mains it needs a check against water that runs back, fitted by a licensed plumber.',
  'hazard-no-blade': () => 'No blade comes on it afterwards; ask the maker of the modules whether it may be put on.',
  'hazard-hard-water': ({ conductivity }, say) =>
    `The water here is hard (${say.quantity(conductivity, 'conductivity')}): left to dry it leaves spots.`,
};

/** What somebody who pays for it themselves would take, said plainly also where that is not what is offered. */
export function bestWords(key: WeighedChoice['key'], visits: number): string {
  if (key === 'nothing' || key === 'rain')
    return 'By these figures nothing is worth paying for now: wait, and have it looked at again.';
  const name = cheaperName(key, visits);
  // A wash every second year is ours too.
  const own = key === 'one' || key === 'planned' || key === 'every-second-year';
  return own
    ? `By these figures this leaves you the most: ${name.charAt(0).toLowerCase()}${name.slice(1)}.`
    : `By these figures you are better off with something else than this wash: ${name.charAt(0).toLowerCase()}${name.slice(1)}.`;
}

/** How the numbers of all choices are to be read. */
export const BESIDE_WORDS =
  'Each by itself, in a usual year: together they do not add up. Four in five of the years that were reckoned lie inside each range.';

/** What a choice costs in a year, or up to which price it pays where nobody has priced it. */
export function costWords({ cost, worthUpTo }: Pick<WeighedChoice, 'cost' | 'worthUpTo'>, say: Say): string {
  if (cost !== null) return cost === 0 ? 'nothing' : say.money(cost);
  return worthUpTo ? `pays up to ${say.money(worthUpTo)} once` : 'pays at no price';
}

/** What a choice saves in a year, as its range. */
export const savesWords = ({ saves }: Pick<WeighedChoice, 'saves'>, say: Say): string =>
  saves.p90 === 0 && saves.p10 === 0 ? 'nothing' : say.moneyRange(saves.p10, saves.p90);

/** What is left of that in a year: its middle, by which the best is told, and under it its range and the years until what was paid once is back. */
export function netWords(
  { net, payback }: Pick<WeighedChoice, 'net' | 'payback'>,
  say: Say,
): { middle: string; under: string[] } {
  if (net === null) return { middle: '', under: [] };
  if (net.p10 === 0 && net.p90 === 0) return { middle: 'nothing', under: [] };
  const range = net.p10 === net.p90 ? [] : [say.moneyRange(net.p10, net.p90)];
  const back = payback === null ? [] : [`back in ${say.number(payback, 1)} years`];
  return { middle: say.money(net.p50), under: [...range, ...back] };
}

/** How much of the loss now is left after it. */
export const leavesWords = ({ leaves }: Pick<WeighedChoice, 'leaves'>, say: Say): string =>
  leaves === null ? 'all of it' : say.quantity(leaves, 'fraction');

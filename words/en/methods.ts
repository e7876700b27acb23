import { THERMAL_LIMIT } from '../../core/schedule/coolWindow.ts';
import type { MethodFinding, Words } from '../language.ts';
import { REACHED_FROM_WORDS } from './labels.ts';
import { METHOD_WORDS } from './ways.ts';

const BY_HAND_AT_THE_GLASS = 'by hand at the glass, and the work is done from the ground';

const lower = (words: string): string => words.toLowerCase();

export const methods: Omit<Words<MethodFinding>, 'written' | 'by-hand'> = {
  'method-waterless': () => 'No water may be used here: dry brushing, which leaves about half of what is bonded.',
  'method-blade': () => 'Lichen or the like sits on the glass and only a wet, sharp blade held flat takes it off.',
  'method-alcohol': () => 'Something grows here; alcohol by hand slows its return, then the brush.',
  'method-soap': () => 'Greasy or sticky soil: neutral soap, well rinsed, before the brush.',
  'method-hand-height': () => 'The glass is at hand height: hose and soft brush are quickest.',
  'method-pole-from-ground': () => 'Water at the brush, from the ground, in two passes.',
  'method-pole': () => 'Water at the brush, in two passes.',

  'method-only-way': () => 'No other way that can be used here keeps the finish.',
  'method-none-here': () => 'No way can be used on this face as things stand.',
  'method-best-worth': ({ by, second }, say) =>
    `Of the ways that can be used here and keep the finish, the best worth for the money: ${say.money(by)} more than the next, ${lower(METHOD_WORDS[second])}.`,
  'method-most-thorough': ({ takesOff }, say) =>
    `No way that can be used here keeps the finish; this one takes off most of the loss now, ${say.quantity(takesOff, 'fraction', 0)}.`,

  'access-at-the-glass': () =>
    'This way wants hands or a machine at the glass: access equipment and a competent person, under local law.',
  'access-line': () => 'The line is fitted: nobody leaves the ground.',
  'access-heavy-head': ({ head, pole }, say) =>
    `A head of about ${say.quantity(head, 'mass', Number.isInteger(head) ? 0 : 1)} cannot be guided on ${say.quantity(pole, 'length', 0)} of pole: access equipment and a competent person, under local law.`,
  'access-walkway': () =>
    'From the walkway that is drawn on the roof; a competent person says whether its guard rails will do, under local law.',
  'access-out-of-reach': ({ out, modules, most, drawn }, say) => {
    const some = `${say.number(out)} of the ${say.number(modules)} modules ${out === 1 ? 'is' : 'are'} beyond`;
    const what = out === modules ? 'No module is within' : some;
    return `${what} reach of a pole of up to ${say.quantity(most, 'length', 0)}${drawn ? ' from the places drawn' : ''}: access equipment and a competent person, under local law. Where they can be brushed from a gable, from behind or from a walkway, draw that place, or set the access by hand.`;
  },
  'access-within-reach': () => 'The array stands on the ground within reach.',
  'access-flat-roof': () =>
    'A flat roof cannot be brushed from the ground: edge protection or a lift, and a competent person, under local law.',
  'access-beyond-pole': ({ most }, say) =>
    `More than ${say.quantity(most, 'length', 0)} of pole cannot be pressed evenly: access equipment and a competent person, under local law.`,
  'pole-estimate': ({ length }, say) =>
    `About ${say.quantity(length, 'length', 0)} of pole, a first estimate; nobody leaves the ground.`,
  'pole-none-reaches': ({ most, drawn }, say) =>
    `By the section no pole of up to ${say.quantity(most, 'length', 0)} reaches the far edge over the eave${drawn ? ' from the standing places drawn' : ''}: access equipment and a competent person, under local law. Where it can be brushed from a gable or from behind, draw that standing place, or set the access by hand.`,
  'pole-by-section': ({ length, drawn, standOff, neck }, say) =>
    `By the section ${say.quantity(length, 'length', 0)} of pole reach the far edge from ${drawn ? 'the standing place drawn, ' : ''}about ${say.quantity(standOff, 'length', 0)} off the wall${neck > 0 ? `, the last ${say.number(Math.ceil(neck * 100))} cm by an angled neck` : ''}; nobody leaves the ground.`,
  'pole-reaches': ({ from, length, drawn, standOff, neck }, say) =>
    `By the section ${say.quantity(length, 'length', 0)} of pole reach the farthest module ${REACHED_FROM_WORDS[from]}, ${drawn ? 'from the standing place drawn, ' : ''}about ${say.quantity(standOff, 'length', 0)} off the wall${neck > 0 ? `, the last ${say.number(Math.ceil(neck * 100))} cm by an angled neck` : ''}; nobody leaves the ground.`,
  'pole-walkway': () => 'Over the glass from the walkway.',
  'pole-short': () => 'A short pole keeps the back straight.',
  'pole-none': () => 'The line is fitted: nothing is carried.',
  'pole-beside': () => 'Work from beside the array; a short pole presses evenly.',

  'brush-dry-roller': () => 'dry microfibre roller',
  'brush-stiff-40': () => 'stiffer flagged bristle, 40 cm',
  'brush-light-40': () => 'soft flagged bristle, 40 cm, light head',
  'brush-soft-60': () => 'soft flagged bristle, 60 cm',
  'brush-because-dry': () => 'Dry work needs a clean, soft face; bristles would drag grit.',
  'brush-because-bonded': () => 'Bonded soil needs pressure; a narrow head presses evenly.',
  'brush-because-long-pole': () => 'A heavy or wide head cannot be pressed evenly on a long pole.',
  'brush-because-loose': () => 'Loose film only: width saves passes.',
  'brush-because-usual': () => 'The usual head on a short pole.',

  'soak-first': () => 'Something on the glass comes off only after soaking; keep it wet, in shade or cool hours.',
  'soak-dwell': () => 'What is put on is left on for so long before it is worked, and never left to dry.',
  'soak-not': () => 'Everything seen comes off with water and brush.',
  'minutes-timed': () => 'As timed on the test strips of this face.',
  'minutes-house': () => 'For one module, by way, access, storeys and soil (house assumption).',
  'minutes-own': () => 'For one module, by way, access, storeys and soil, at the pace of your own jobs.',

  'rung-no-water': () => 'No water may be used at this site.',
  'rung-water-first': () => 'Always first: plenty of water, then the brush.',
  'rung-needs-soaking': () => 'Some of what was seen needs soaking.',
  'rung-soak-not-needed': () => 'Nothing seen needs it.',
  'rung-tank': () => 'Run-off is kept in a tank: no chemicals here.',
  'rung-sticky': () => 'Greasy or sticky soil lets go sooner with neutral soap.',
  'rung-not-sticky': () => 'Nothing greasy or sticky was seen.',
  'rung-lichen-wants-blade': () => 'Lichen wants the blade; alcohol alone takes under half.',
  'rung-nothing-grows': () => 'Nothing grows here.',
  'rung-out-of-hand': () => `Not here: it is worked ${BY_HAND_AT_THE_GLASS}.`,
  'rung-grows': () => 'Something grows on the glass.',
  'rung-no-blade': () => 'Nothing seen needs a blade.',
  'rung-blade-out-of-hand': () =>
    `Needed, but not here: it is worked ${BY_HAND_AT_THE_GLASS}. With a lift or scaffold it can be.`,
  'rung-blade-agreed': () => 'Needed, and the maker’s word or the customer’s signature is on record.',
  'rung-blade-not-agreed': () =>
    'Needed, but not here before the module maker’s word or the customer’s signature is on record: coatings can be scratched.',
  'rung-not-when-dry': () => 'Not with a dry way of cleaning.',
  'rung-not-chosen': () => 'It could be climbed here; the way that is chosen goes without it.',
  'rung-does-not-pay': ({ short }, say) =>
    `It could be climbed here, and would ask ${say.money(short)} more than it brings back.`,

  'refused-not-ours': () => 'We do not work this way: the machine is not ours, or we chose not to.',
  'refused-garden': () => 'Run-off reaches a garden: no alcohol here.',
  'refused-little-water': ({ litres, most }, say) =>
    `A visit would take ${say.quantity(litres, 'volume', 0)}, and the site has ${say.quantity(most, 'volume', 0)}.`,
  'refused-ground-only': () => 'Nobody may leave the ground at this site, and from there it cannot be worked.',
  'refused-coating': () => 'The glass has a coating that this would wear.',
  'refused-cracked': () => 'A module here is cracked or delaminated: no weight, blade or machine on it.',
  'refused-seal': () => 'A seal at the frame is damaged: nothing that creeps in, and no water under pressure.',
  'refused-frost': () => 'It freezes: water turns to ice on glass and roof.',
  'refused-snow': () => 'Snow lies on the glass: wait until it has gone.',
  'refused-bonded': () => 'Something on the glass comes off only wet; brushed dry it smears and scratches.',
  'refused-gritty': () => 'Thick dry dust scratches where it is dragged over the glass.',
  'refused-too-steep': ({ tilt, most }, say) =>
    `At ${say.quantity(tilt, 'angle', 0)} it is steeper than the ${say.quantity(most, 'angle', 0)} that a robot keeps to.`,
  'refused-too-few': ({ modules, least }, say) =>
    `${say.number(modules)} modules: under ${say.number(least)} a robot is not worth setting up.`,
  'refused-too-high': ({ eave, most }, say) =>
    `The eave is at ${say.quantity(eave, 'length', 1)}, and a hose from the ground reaches ${say.quantity(most, 'length', 0)}.`,
  'soap-brush-enough': ({ brushed }, say) =>
    `Not wanted: on the test strips the brush alone took off ${say.quantity(brushed, 'fraction', 0)} of the film.`,
  'soap-takes-more': ({ brushed, soaped }, say) =>
    `Wanted: on the test strips the brush alone took off ${say.quantity(brushed, 'fraction', 0)} of the film, with soap ${say.quantity(soaped, 'fraction', 0)}.`,
  'caution-thermal-shock': (_, say) =>
    `Glass and water within ${say.quantity(THERMAL_LIMIT, 'temperatureDifference', 0)} of each other unless the maker says otherwise; cold water cracks hot glass.`,
  'caution-slippery': () => 'Wet roofs and hoses are slippery underfoot.',
  'caution-soap': () => 'pH-neutral only, never left to dry, rinsed until no foam; gloves and eye protection.',
  'caution-alcohol': () =>
    'By hand, kept off the seals at the frame, short dwell, no flames or sparks near; only where run-off allows.',
  'caution-blade': () => 'Soaked glass only, a new sharp blade held flat, never across a cracked module.',

  'way-line-not-known': () => 'Only where a line is fitted over the modules; nobody has said that one is.',
  'ways-best': ({ way, by, second }, say) =>
    `${METHOD_WORDS[way]}: of those that keep the finish it leaves most, ${say.money(by)} more than the next, ${lower(METHOD_WORDS[second])}.`,
  'ways-other': ({ way, by, chosen }, say) =>
    `${METHOD_WORDS[way]} would leave ${say.money(by)} more than what is chosen, ${lower(METHOD_WORDS[chosen])}. Try a test strip before you choose another.`,
  'ways-none-pays': ({ way, short }, say) =>
    `Washed today, no way brings back what the visit asks; ${lower(METHOD_WORDS[way])} is ${say.money(short)} short. On the best day of a year it may: see the visits.`,
  'ways-none-keeps': ({ way, takesOff }, say) =>
    `No way that can be used here takes off what the finish asks for; ${lower(METHOD_WORDS[way])} takes off most of the loss now, ${say.quantity(takesOff, 'fraction', 0)}.`,
  'ways-none': () => 'None of the ways can be used on this face as it stands.',

  'question-of-array': ({ of, question }, say) => `${of === null ? '' : `${of}: `}${say.finding(question)}`,
  'question-long-pole': ({ pole, most }, say) =>
    `${say.quantity(pole, 'length', 0)} of pole: over ${say.quantity(most, 'length', 0)} cannot be pressed evenly. Is it a lift?`,
  'question-heavy-head': ({ head, pole }, say) =>
    `A head of about ${say.quantity(head, 'mass', Number.isInteger(head) ? 0 : 1)} on ${say.quantity(pole, 'length', 0)} of pole: can anybody guide that?`,
  'question-too-quick': ({ minutes }, say) =>
    `${say.number(minutes, 1)} min a module is quicker than anybody is known to clean one. Is it right?`,
  'question-way-by-hand': () =>
    'This way needs hands at the glass, and the access chosen is from the ground. Which of the two?',
  'question-rung-by-hand': ({ rung }) =>
    `${rung === 'blade' ? 'A blade' : 'Alcohol'} is worked by hand, and the access chosen is from the ground.`,
};

import type { Known } from '../../core/rules/safety.ts';
import type { SafetyFinding, Words } from '../language.ts';

export const KNOWN_WORDS: Record<Known, string> = { unknown: 'not looked at yet', no: 'none', yes: 'yes' };

export const safety: Words<SafetyFinding> = {
  'hazard-fall': () => 'A fall from height: edge protection or a harness that holds, and somebody in charge of both.',
  'hazard-overhead-work': () => 'Things that fall: the ground under the work is closed off, and somebody stands there.',
  'hazard-loose': () =>
    'Something fitted up there was found loose: nobody stands under it before it is made fast or off.',
  'hazard-brittle': () => 'A brittle roof or skylight: nobody steps on what is not known to carry.',
  'hazard-lines': () => 'Overhead lines: poles, hoses and lifts stay away, whichever way they fall.',
  'hazard-dc': () =>
    'Direct current: live while the sun shines, whatever the switch says. Nothing damaged is touched or wetted.',
  'hazard-wet': () => 'A wet roof: glass, tiles and moss are slippery as soon as water runs.',
  'hazard-steep': () => 'A slope on which nobody keeps their feet once it is wet.',
  'hazard-lift': () => 'The lift: its ground carries it, its papers are there, and whoever drives it may.',
  'hazard-machine': () =>
    'A machine that moves by itself: power off before hands go near, stop button tried, tether tied.',
  'hazard-chemicals': () => 'Soap or alcohol: gloves, eyes, no flame, and the run-off only where it may go.',
  'hazard-blade': () => 'A blade: cut-proof gloves, blade covered when it is carried.',
  'hazard-droppings': () => 'Dust of droppings: wetted before it is brushed, mask on.',
  'hazard-cold': () => 'Frost or snow: nothing is climbed and nothing is wetted that could freeze.',
  'hazard-hoses': () => 'Hoses and water underfoot: away from steps, doors and the way out.',
  'hazard-heat': () => 'Sun and heat: water to drink, shade, and nobody alone.',
  'safety-no-sheet': () => 'No safety sheet is written for this site.',
  'safety-no-number': () => 'The emergency number is missing.',
  'safety-no-place': () => 'What to tell them of the place is missing.',
  'safety-lines-unknown': () => 'Nobody has looked for overhead lines.',
  'safety-no-competent': () => 'Nobody is named who is in charge of the work above.',
  'safety-no-access': () => 'The way up is missing.',
  'safety-no-anchor': () => 'Anchors or edge protection are missing.',
  'safety-no-rescue': () => 'How somebody is brought down is missing.',
  'safety-brittle-unknown': () => 'Nobody has looked whether the roof carries.',
  'safety-no-isolation': () => 'The order of switching off, by the maker’s manual, is missing.',
};

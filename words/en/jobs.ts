import { THERMAL_LIMIT } from '../../core/schedule/coolWindow.ts';
import type { JobFinding, Words } from '../language.ts';

export const jobs: Words<JobFinding> = {
  'step-safety': () => 'Brief',
  'step-how-safety': () => 'Read the safety sheet with everybody who is on site, before anything is unloaded.',
  'step-arrive': () => 'Arrive',
  'step-how-arrive': () => 'Walk round the array, look up, warn the neighbours, lay out the hose.',
  'step-before': () => 'Read before',
  'step-how-before': () => 'Take power, irradiance and module temperature while it still produces, glass dry.',
  'step-isolate': () => 'Isolate',
  'step-how-isolate': () => 'Switch off in the order of the manual and hang the notice.',
  'step-ready': () => 'Make ready',
  'step-how-ready': () => 'Feel the bristles, look along the blade, run the water and read its conductivity.',
  'step-how-ready-dry': () => 'Feel the pad or bristles for grit: clean, soft and dry.',
  'step-assemble': () => 'Set up',
  'step-how-assemble': () => 'Machine by machine, each step before the next. Where the answer is no, it stays off.',
  'step-take-down': () => 'Take down',
  'step-how-take-down': () => 'Power off before anything is loosened; each step before the next.',
  'step-rinse': () => 'Rinse',
  'step-how-rinse': () => 'Wet from the top in one sheet; soak what needs it.',
  'step-brush': () => 'Brush',
  'step-how-brush': () => 'Brush in batches that do not dry, and mark each module with what was done to it.',
  'step-how-brush-down': () =>
    'Push up wet, draw down slowly, column by column, in batches that do not dry; mark each module with what was done to it.',
  'step-how-brush-across': () =>
    'Along the row, the upper row first, in batches that do not dry; mark each module with what was done to it.',
  'step-how-brush-dry': () => 'Brush dry, from the top down, without pressing grit into the glass; mark each module.',
  'step-lip': () => 'Bottom frame edge',
  'step-how-lip': () => 'One pass along the lower frame, where water stands.',
  'step-how-lip-dry': () => 'Brush out the lower frame, where dust lies.',
  'step-escalate': () => 'Go up a rung',
  'step-how-escalate': () => 'Only where something stays, and only as the plan allows.',
  'step-final-rinse': () => 'Rinse off',
  'step-how-final-rinse': () => 'From the top with a sheet of water, until it runs off without breaking.',
  'step-fit': () => 'Fit',
  'step-how-fit': () =>
    'On the rows named and on no other: the row left without shows later what it did. By its maker’s manual.',
  'step-wipe': () => 'Wipe test',
  'step-how-wipe': () => 'White cloth, one stroke; photograph it beside the one from before.',
  'step-re-energise': () => 'Switch on',
  'step-how-re-energise': () => 'Bring it back in the order of the manual.',
  'step-dry': () => 'Wait',
  'step-how-dry': () => 'Until the glass is dry and back at temperature. Wet glass is cold glass.',
  'step-after': () => 'Read after',
  'step-how-after': () => 'The same reading as before: same instrument, same place, no shadow.',
  'step-look-again': () => 'Look again',
  'step-how-look-again': () => 'Missed spots show only when it is dry and lit.',
  'step-pack': () => 'Pack up',
  'step-how-pack': () => 'Hoses in, gates closed, ground as it was.',

  'caution-ask-ground': () => 'Is somebody on the ground who knows who is above, and is the area below closed off?',
  'caution-no-ground': () => 'Do not begin. Nobody works above unannounced: call somebody, or come another day.',
  'caution-ask-lines': () =>
    'Are overhead lines out of reach of the pole, the hose and the lift, whichever way they fall?',
  'caution-no-lines': () => 'Stop. Keep all of it away from the lines and ask the network operator.',
  'caution-ask-height': () =>
    'Is a competent person in charge of the lift, scaffold or edge protection, as local law asks, and the roof known not to be brittle?',
  'caution-no-height': () => 'Nobody goes up. Ask for the access equipment or the person that local law calls for.',
  'caution-ask-dc': () => 'Have you looked for damaged cables, broken glass and open connectors, and found none?',
  'caution-no-dc': () =>
    'Stop and keep water away. DC stays live while the sun shines, whatever the switch says: call a licensed electrician.',
  'caution-ask-thermal': (_, say) =>
    `Is the water within ${say.quantity(THERMAL_LIMIT, 'temperatureDifference', 0)} of the glass (or within the maker’s limit)?`,
  'caution-no-thermal': () => 'Do not wet the glass. Wait, warm the water, or start earlier in the day.',
  'caution-ask-weather': () => 'Is the wind within the limit of this access, and no storm, hail or lightning about?',
  'caution-no-weather': () => 'Stop here: pause the job and come down. It can be taken up again where it stands.',
  'caution-ask-chemicals': () => 'Gloves and eye protection on, run-off agreed, and no flame or spark near?',
  'caution-no-chemicals': () => 'Leave this rung out; mark the modules to come back to.',
  'caution-ask-blade': () =>
    'Is the maker’s word or the customer’s signature for a blade on record, the glass soaked, and the blade new and unnicked?',
  'caution-no-blade': () => 'No blade on this array. Soak and brush again, or mark the modules to come back to.',
  'caution-ask-switch': () =>
    'Does the maker’s manual allow you to switch this inverter off, in this order, and is it your trade to do so here?',
  'caution-no-switch': () => 'Leave the switches alone and fetch whoever may. Do not wash until that is settled.',
  'caution-ask-energise': () => 'Is everybody clear of the array, and are connectors and boxes closed and dry?',
  'caution-no-energise': () => 'Leave it off until they are; a licensed electrician if in doubt.',
  'caution-ask-bristles': () =>
    'Have you felt through all bristles or the pad with a bare hand, and found no stone, grit or hard edge?',
  'caution-no-bristles': () => 'It touches no glass. Rinse it out and feel again, or take another.',
  'caution-ask-fixing': () =>
    'Does the module’s maker allow it on this frame, and can nothing of it come loose and fall?',
  'caution-no-fixing': () =>
    'Do not fit it. Ask the office: the maker’s word comes first, and what cannot be held stays off.',
  'caution-ask-edge': () => 'Is the blade new, and when you look along its edge, is there no nick and no rust?',
  'caution-no-edge': () => 'A nick scratches every module after it: put in a new blade and look again.',
  'caution-ask-sheet': () =>
    'Has everybody on site read this sheet, is it as it says, and does each know the number and the place?',
  'caution-no-sheet': () => 'Nobody begins. Settle what is not as it says, and write it down in the sheet.',
  'caution-ask-sky': () =>
    'Is the sky as it was when the reading before the wash was taken, and the glass as dry and as dirty?',
  'caution-no-sky': () => 'Read before again: what was read then is of another sky or another glass.',

  'lacking-faces': ({ names }) => `Not read yet: ${names.join(', ')}. Read it, or say why not.`,
  'lacking-before': () => 'No reading kept yet. Without one there is nothing to compare with.',
  'lacking-after': () => 'No reading kept yet. Without one nothing shows what the wash did.',
  'lacking-water': () => 'The water has not been read yet.',
  'lacking-done': () => 'No module has been done yet.',
};

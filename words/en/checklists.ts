import type { Checklist, ChecklistStep } from '../../core/kit/checklists.ts';

const todo = (text: string): ChecklistStep => ({ text, otherwise: null, picture: null });
const stop = (text: string, otherwise: string): ChecklistStep => ({ text, otherwise, picture: null });

/** The checklists that come with the product: examples, used until the contractor has written over them. */
export const CHECKLISTS: readonly Checklist[] = [
  {
    id: 'a1f0c2d4-0001-4a00-8a00-000000000001',
    version: 0,
    name: 'Brush robot: set up',
    when: 'set-up',
    kinds: ['robot-wet', 'robot-dry'],
    inUse: true,
    steps: [
      stop(
        'Is its battery out, and its switch at off?',
        'Take the battery out before any hand comes near brush or track.',
      ),
      todo('Lay the brush units beside it, and count the fasteners: as many as the maker’s drawing shows.'),
      todo('Take the covers off the drive ends and keep them in the case.'),
      stop(
        'Are the fasteners those that belong to it, in every hole, and tight?',
        'Leave it off. A longer screw runs into the module, a missing one lets the brush walk.',
      ),
      stop('Are locks and hooks closed, and do they hold when you pull?', 'Do not lift it onto the glass.'),
      todo('Put the covers back on, and feel each bristle edge for grit.'),
      stop(
        'Is the tether tied to a point that holds it, above the highest row?',
        'It is not set down on a slope without a tether that would hold it.',
      ),
      todo('Wet robots: couple the hose, run water beside the array, set the flow.'),
      stop('Is nobody on the roof below it, and nobody within reach of the brush?', 'Wait until they are clear.'),
      todo('Put the battery in, last of all.'),
      stop(
        'Lifted off the glass: does the stop button stop it, and does it travel the way the arrow says?',
        'Battery out. It does not touch a module before both are so.',
      ),
      todo('First run over one row, walking beside it or watching it all the way.'),
    ],
  },
  {
    id: 'a1f0c2d4-0001-4a00-8a00-000000000002',
    version: 0,
    name: 'Brush robot: take down',
    when: 'take-down',
    kinds: ['robot-wet', 'robot-dry'],
    inUse: true,
    steps: [
      todo('Stop it on the lowest row, water off.'),
      stop('Is the battery out?', 'Nothing is loosened before it is.'),
      todo('Let the pressure out of the hose before the coupling is opened.'),
      todo('Lift it off with two people, tether still tied until it is on the ground or the platform.'),
      todo('Covers off, brush units out, rinse grit off tracks and bristles, covers on again.'),
      stop(
        'Are all fasteners counted back into the case?',
        'Look for the missing one before the array is switched on.',
      ),
      todo('Write down what was worn or loose, in the register.'),
    ],
  },
  {
    id: 'a1f0c2d4-0001-4a00-8a00-000000000003',
    version: 0,
    name: 'Rotary head: set up',
    when: 'set-up',
    kinds: ['rotary-head'],
    inUse: true,
    steps: [
      stop('Is the drive unplugged, or its battery out?', 'Unplug it before the pad is touched.'),
      todo('Fit the pad in the middle, and turn it by hand: it runs true and touches no guard.'),
      stop('Are the guard and both side handles on and tight?', 'It is not used without them.'),
      todo('Couple the hose, run water through the head, set the flow.'),
      stop('Does it stop when the handle is let go, tried off the glass?', 'Power off, and leave it in the van.'),
    ],
  },
  {
    id: 'a1f0c2d4-0001-4a00-8a00-000000000004',
    version: 0,
    name: 'Rotary head: take down',
    when: 'take-down',
    kinds: ['rotary-head'],
    inUse: true,
    steps: [
      stop('Is the drive unplugged, or its battery out?', 'Nothing is loosened before it is.'),
      todo('Pad off, rinsed and looked at for grit and worn edges.'),
      todo('Let the pressure out, hose off, head dried.'),
    ],
  },
  {
    id: 'a1f0c2d4-0001-4a00-8a00-000000000005',
    version: 0,
    name: 'Membrane unit: start',
    when: 'set-up',
    kinds: ['membrane'],
    inUse: false,
    steps: [
      todo('Carbon filter first, then the membrane; reject hose to where the customer agreed.'),
      stop('Does the reject water run where it may?', 'Do not start: ask where it may go.'),
      todo('Flush for the minutes that the maker says, and let that water go.'),
      todo('Read the permeate: write it down before any glass is rinsed with it.'),
    ],
  },
];

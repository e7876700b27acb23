import type { Cold } from '../../core/rules/input.ts';
import type { Limit, RefusalRule } from '../../core/rules/rules.ts';
import type { SituationKey } from '../../core/rules/situationKeys.ts';

/** Each rule that can speak against a way: when it does, what has to be so for it not to, and how to find out. */
export const REFUSAL_WORDS: Record<RefusalRule, { when: string; needs: string; findOut: string }> = {
  'no-water': {
    when: 'No water may be used',
    needs: 'water may be used',
    findOut: 'Ask whoever answers for the site, and save it with the site.',
  },
  'little-water': {
    when: 'A visit would take more water than the site has',
    needs: 'the site has water enough for a visit',
    findOut: 'Ask how much can be drawn in a day, and save it with the site.',
  },
  tank: {
    when: 'Run-off is kept in a rainwater tank',
    needs: 'run-off is not kept',
    findOut: 'Follow the downpipe, and save it with the site.',
  },
  garden: {
    when: 'Run-off reaches a garden',
    needs: 'run-off does not reach a garden',
    findOut: 'Follow the downpipe, and save it with the site.',
  },
  'ground-only': {
    when: 'Nobody may leave the ground, and the way wants somebody up there',
    needs: 'somebody may leave the ground, or need not',
    findOut: 'Ask whoever answers for the site, and save it with the site.',
  },
  coating: {
    when: 'The glass has a coating',
    needs: 'no coating on the glass',
    findOut: 'Look in the module maker’s data sheet, and ask whether a coating was put on later.',
  },
  cracked: {
    when: 'A module is cracked, delaminated or burnt',
    needs: 'no module cracked, delaminated or burnt',
    findOut: 'Look closely along the face, best in slanting light.',
  },
  seal: {
    when: 'A seal at the frame is damaged',
    needs: 'seals are sound',
    findOut: 'Look along the frames from close by.',
  },
  frost: { when: 'It freezes', needs: 'no frost', findOut: 'Look at the forecast for the day.' },
  snow: { when: 'Snow lies on the glass', needs: 'no snow', findOut: 'Look at the face on the day.' },
  'blade-not-agreed': {
    when: 'Neither the maker’s word nor the customer’s signature for a blade is on record',
    needs: 'the maker’s word or the customer’s signature is on record',
    findOut: 'Ask the module maker, or have the customer sign, and tick it on the next look.',
  },
  'nothing-to-blade': {
    when: 'Nothing seen needs a blade',
    needs: 'lichen, or something that only a blade takes off',
    findOut: 'Try a spot with a wet brush, then with a fingernail.',
  },
  'nothing-grows': {
    when: 'Nothing grows on the glass',
    needs: 'algae, moss or lichen on the glass',
    findOut: 'Look at the lower frame edge and the shaded modules.',
  },
  'nothing-sticks': {
    when: 'Nothing greasy or sticky was seen, or the brush alone is enough',
    needs: 'something greasy or sticky that the brush leaves',
    findOut: 'Wash a test strip with the brush alone and one with soap, and wipe both.',
  },
  bonded: {
    when: 'Something on the glass comes off only wet',
    needs: 'everything comes off dry',
    findOut: 'Wipe a spot with a dry cloth.',
  },
  gritty: {
    when: 'Thick dry dust lies on the glass',
    needs: 'no thick dry dust',
    findOut: 'Draw a finger over the glass: grit is felt.',
  },
  'too-steep': {
    when: 'The face is steeper than a robot keeps to',
    needs: 'flat enough for a robot',
    findOut: 'Measure the tilt.',
  },
  'too-few': {
    when: 'The face has too few modules to set up a robot',
    needs: 'modules enough to set up a robot',
    findOut: 'Count them.',
  },
  'too-high': {
    when: 'The eave is higher than a hose from the ground reaches',
    needs: 'low enough for a hose',
    findOut: 'Measure the eave.',
  },
  'no-line': {
    when: 'No spray line is fitted over the modules',
    needs: 'a spray line is fitted',
    findOut: 'Draw it on the roof drawing where there is one.',
  },
};

export const LIMIT_WORDS: Record<Limit, { label: string; hint?: string; unit?: string }> = {
  'longest-pole': { label: 'Longest pole', hint: 'That one person guides with a brush' },
  'at-the-pole': { label: 'Heaviest at the pole', hint: 'Weight of the head times the pole’s length', unit: 'kg·m' },
  'brush-enough': { label: 'Brush alone is enough from', hint: 'Of the film, on a test strip' },
  'worth-a-stronger': { label: 'Soap is wanted from', hint: 'More of the film than the brush alone' },
  'finish-output': { label: 'Finish “output restored”', hint: 'Of the loss now, a wash takes off at least' },
  'finish-spotless': { label: 'Finish “spotless”', hint: 'Of the loss now, a wash takes off at least' },
  'soak-minutes': { label: 'Soaking' },
  'robot-tilt': { label: 'Steepest for a robot' },
  'robot-modules': { label: 'Fewest for a robot', unit: 'modules' },
  'hose-reach': { label: 'Highest eave for a hose' },
  'module-minutes': { label: 'A module, fed pole, one storey' },
  'storey-factor': { label: 'Each storey above, under a pole', unit: 'times' },
  'lift-factor': { label: 'From a lift', unit: 'times' },
  'loose-factor': { label: 'Loose film only', hint: 'Of the usual minutes' },
  'wet-share': { label: 'Water runs', hint: 'Of the minutes at a module' },
};

export const COLD_WORDS: Record<Cold, string> = {
  none: 'No frost that day',
  frost: 'It freezes that day',
  snow: 'Snow lies on the glass',
};

/** Each situation by which rules are held, in a sentence. */
export const SITUATION_WORDS: Record<SituationKey, string> = {
  'dust-on-a-roof': 'Sixty modules on a roof of one storey, plain dust, a pole reaches.',
  'loose-dust': 'The same roof under faint dust that comes off dry.',
  'loose-dust-spotless': 'Faint dust that comes off dry, and the customer wants it spotless.',
  'loose-dust-high': 'Faint dust on two storeys, above what a hose reaches.',
  'two-storeys': 'Plain dust on two storeys, a long pole reaches.',
  'above-the-pole': 'Plain dust on four storeys, above any pole.',
  'flat-roof': 'Plain dust on frames on a flat roof.',
  'hand-height': 'Plain dust on frames on the ground, within reach.',
  'bonded-spotless': 'A hard-water scale all over, and the customer wants it spotless.',
  'no-water': 'Faint dry dust, and no water may be used.',
  'no-water-robot': 'Faint dry dust on a flat roof, no water, and we have a dry robot.',
  'no-water-bonded': 'A hard-water scale, and no water may be used.',
  'no-water-grit': 'Thick harvest dust, and no water may be used.',
  'little-water': 'Plain dust on a roof, and a hundred litres for the visit.',
  'little-water-at-hand': 'Plain dust within reach, and sixty litres for the visit.',
  'sap-drain': 'Dust and sap, dear energy, run-off to the drain.',
  'sap-tank': 'The same sap, and the run-off is kept in a tank.',
  'droppings-cheap': 'Dust and droppings, and energy is cheap.',
  'algae-drain': 'Algae along the lower edges within reach, run-off to the drain.',
  'algae-garden': 'The same algae, and the run-off reaches a garden.',
  'algae-tank': 'The same algae, and the run-off is kept in a tank.',
  'lichen-agreed': 'Lichen within reach, and a blade is agreed.',
  'lichen-not-agreed': 'Lichen within reach, and nobody has agreed to a blade.',
  'lichen-coated': 'Lichen on coated glass, whatever was agreed.',
  'lichen-cracked': 'Lichen, and one of the modules is cracked.',
  'lichen-on-a-roof': 'Lichen on a roof that a pole reaches, dear energy, a blade is agreed.',
  'lichen-cheap': 'A little lichen that costs next to nothing.',
  'lichen-ground-only': 'Lichen on a roof, and nobody may leave the ground.',
  'blade-without-need': 'A blade is agreed, and plain dust is all that lies there.',
  'ground-only-high': 'Four storeys, and nobody may leave the ground.',
  'ground-only-line': 'A flat roof that nobody may go up to, with a spray line fitted.',
  'line-over-bonded': 'A hard-water scale under a spray line.',
  'rotary-at-hand': 'Two hundred modules within reach, and we have a rotary head.',
  'rotary-on-a-pole': 'A roof at the end of a long pole, and we have a rotary head.',
  'rotary-cracked': 'Two hundred modules within reach, two of them cracked.',
  'robot-on-a-flat-roof': 'Four hundred modules on a flat roof, and we have robots.',
  'robot-too-steep': 'Four hundred modules at 30°, and we have a robot.',
  'robot-for-few': 'Twenty modules within reach, and we have a robot.',
  'seal-damaged': 'Dust and sap, and a seal at a frame is damaged.',
  frost: 'Faint dry dust on a day of frost.',
  'frost-bonded': 'A hard-water scale on a day of frost.',
  snow: 'Snow on the glass.',
  'strips-say-brush': 'Sap, and on the test strips the brush alone was enough.',
  'strips-say-soap': 'A bonded film, and on the test strips soap took much more.',
  'hardly-dirty': 'Next to nothing on the glass.',
};

import { bare } from '../../core/findings.ts';
import type { Say, SoilingFinding, Words } from '../language.ts';
import { DEFECT_WORDS } from './labels.ts';

const timesAsMuch = (factor: number, say: Say): string => {
  if (factor === 1) return 'as much';
  const digits = factor >= 10 ? 0 : factor >= 1 ? 1 : 2;
  return `${say.number(Number(factor.toPrecision(2)), Number.isInteger(Number(factor.toPrecision(2))) ? 0 : digits)} times as much`;
};

export const soiling: Words<SoilingFinding> = {
  'remedy-trim': () => 'No pollen season; no roost in the branches above',
  'remedy-deterrent': ({ left }, say) => `Of the droppings ${say.quantity(left, 'fraction', 0)} are left`,
  'remedy-drain-clip': ({ before, after }, say) =>
    `Along the frame ${timesAsMuch(before, say)} as elsewhere becomes ${timesAsMuch(after, say)}`,
  'remedy-gutter': () => 'Water from the roof above no longer runs over the modules: less along the frame',
  'remedy-coating': ({ bonds }, say) => `Rain takes loose film sooner, dew bonds ${timesAsMuch(bonds, say)} of it`,
  'remedy-tilt': ({ before, after }, say) =>
    `From ${say.quantity(before, 'angle')} to ${say.quantity(after, 'angle')}: less settles, rain takes more, less stands at the frame; the light that another tilt gives or takes is not counted`,
  'remedy-wait': () => 'As if the works next door were over: what they cost',

  'fitted-later': () => 'It was fitted after the later visit.',
  'fitted-rows-gone': () => 'None of its rows is on the roof any more.',
  'no-control-row': () => 'No row was left without it: nothing tells what it did.',
  'nothing-marked': () => 'Nothing was marked on either visit.',
  'visits-too-near': () => 'The two visits lie too near each other to tell.',

  'defect-yellowing': () => DEFECT_WORDS.yellowing,
  'defect-snail-trail': () => DEFECT_WORDS['snail-trail'],
  'defect-crack': () => DEFECT_WORDS.crack,
  'defect-hot-spot': () => DEFECT_WORDS['hot-spot'],
  'defect-delamination': () => DEFECT_WORDS.delamination,
  'defect-loose-cable': () => DEFECT_WORDS['loose-cable'],
  'defect-seal': () => DEFECT_WORDS.seal,
  'defect-frame': () => DEFECT_WORDS.frame,
  defect: ({ kind, module, note, of }, say) =>
    `${say.finding(bare(`defect-${kind}`))}, module ${module + 1}${of === null ? '' : ` of ${of}`}${note && ` (${note})`}`,

  'drill-even-film': () => 'An even film costs about what it keeps out, however bad it looks.',
  'drill-one-cell': () =>
    'One covered cell switches off a third of its module: its bypass diode carries the current round it.',
  'drill-speck-on-each': () =>
    'A speck on every module holds the current of the whole string down: no diode helps, since all are alike.',
  'drill-lower-edge': () => 'Growth along the lower edge lies under all three diodes of a module at once.',
  'drill-droppings': () =>
    'Droppings here and there: the film costs its share, each dropping its substring, not its area.',
};

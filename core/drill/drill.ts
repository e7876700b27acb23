import { type Bare, bare } from '../findings.ts';
import { cellAt, gridOf } from '../modules/cellLayout.ts';
import type { CellPatch, DiodeModule } from '../modules/string.ts';
import { type Random, seededRandom } from '../statistics/random.ts';

export type DrillLesson = Bare<
  'drill-even-film' | 'drill-one-cell' | 'drill-speck-on-each' | 'drill-lower-edge' | 'drill-droppings'
>;

/** A soiled string to guess at, and what there is to learn from it. */
export interface DrillScene {
  film: number;
  patches: CellPatch[];
  /** what the eye tends to miss about it */
  lesson: DrillLesson;
}

type Kind = (module: DiodeModule, modules: number, random: Random) => DrillScene;

const whole = (random: Random, from: number, to: number): number =>
  Math.round(100 * (from + (to - from) * random())) / 100;
const pick = (random: Random, count: number): number => Math.floor(count * random());
const place = (module: DiodeModule, random: Random): number => {
  const { rows, columns } = gridOf(module);
  return cellAt(module, pick(random, rows), pick(random, columns));
};
const lowerEdge = (module: DiodeModule, index: number, transmittance: number): CellPatch[] => {
  const { rows, columns } = gridOf(module);
  return Array.from({ length: columns }, (_, column) => ({
    module: index,
    cell: cellAt(module, rows - 1, column),
    transmittance,
  }));
};

const KINDS: Kind[] = [
  (_module, _modules, random) => ({
    film: whole(random, 0.78, 0.97),
    patches: [],
    lesson: bare('drill-even-film'),
  }),
  (module, modules, random) => ({
    film: 1,
    patches: [{ module: pick(random, modules), cell: place(module, random), transmittance: whole(random, 0, 0.2) }],
    lesson: bare('drill-one-cell'),
  }),
  (module, modules, random) => {
    const cell = place(module, random);
    const transmittance = whole(random, 0.55, 0.85);
    return {
      film: 1,
      patches: Array.from({ length: modules }, (_, index) => ({ module: index, cell, transmittance })),
      lesson: bare('drill-speck-on-each'),
    };
  },
  (module, modules, random) => {
    const transmittance = whole(random, 0.45, 0.85);
    const dirty = 1 + pick(random, modules);
    return {
      film: whole(random, 0.94, 1),
      patches: Array.from({ length: dirty }, (_, index) => lowerEdge(module, index, transmittance)).flat(),
      lesson: bare('drill-lower-edge'),
    };
  },
  (module, modules, random) => ({
    film: whole(random, 0.9, 0.99),
    patches: Array.from({ length: 3 + pick(random, 9) }, () => ({
      module: pick(random, modules),
      cell: place(module, random),
      transmittance: whole(random, 0, 0.6),
    })),
    lesson: bare('drill-droppings'),
  }),
];

/** A soiled string drawn at random. @param seed the same seed draws the same scene */
export function drillScene(module: DiodeModule, modules: number, seed: number): DrillScene {
  const random = seededRandom(seed);
  return (KINDS[pick(random, KINDS.length)] as Kind)(module, modules, random);
}

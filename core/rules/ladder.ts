import { bare } from '../findings.ts';
import type { RungBecause, RungCaution } from './findings.ts';
import { type Condition, conditionsOf, type RefusalCase, refusalsOf } from './refusals.ts';
import { HAND_RUNGS, type HandRung, RUNG_WAYS, type Rung, type Wanted } from './rungs.ts';

export interface EscalationRung {
  rung: Rung;
  use: boolean;
  /** why, or why not here */
  because: RungBecause;
  caution: RungCaution;
  /** modules that it is for; null for the whole face */
  modules: number | null;
  /** the rules that it hangs on */
  conditions: Condition[];
}

/** Whether a rung could be climbed from where one stands: its way is allowed, and worked from there. */
const worked = (rung: HandRung, { rules, access }: RefusalCase): boolean =>
  rules.ways[RUNG_WAYS[rung]].from.includes(access);

/** Rungs that something lies there for and nothing speaks against. */
export const rungsThatCan = (face: RefusalCase): HandRung[] =>
  HAND_RUNGS.filter((rung) => worked(rung, face) && refusalsOf(RUNG_WAYS[rung], face).length === 0);

/** The ladder of a face with the rungs that are climbed: of each why or why not, and the conditions that it hangs on. */
export function ladder(face: RefusalCase, wanted: Wanted): EscalationRung[] {
  const { input, facts, rules } = face;
  const dry = input.waterless || rules.ways[wanted.base].flow === 0;
  const noWater = bare(input.waterless ? 'rung-no-water' : 'rung-not-when-dry');
  return [
    {
      rung: 'water',
      use: !dry,
      because: dry ? noWater : bare('rung-water-first'),
      caution: bare('caution-thermal-shock'),
      modules: null,
      conditions: [],
    },
    {
      rung: 'soak',
      use: facts.soaking && !dry,
      because: facts.soaking ? (dry ? noWater : bare('rung-needs-soaking')) : bare('rung-soak-not-needed'),
      caution: bare('caution-slippery'),
      modules: null,
      conditions: [],
    },
    ...HAND_RUNGS.map((rung): EscalationRung => {
      const use = wanted.rungs.includes(rung);
      return {
        rung,
        use,
        because: becauseOf(rung, use, face, wanted),
        caution: bare(`caution-${rung}`),
        // What is climbed where nothing asks for it is climbed everywhere.
        modules: facts.modules[rung] || (use ? input.modules : 0),
        conditions: conditionsOf(RUNG_WAYS[rung], face),
      };
    }),
  ];
}

function becauseOf(rung: HandRung, use: boolean, face: RefusalCase, { unpaid }: Wanted): RungBecause {
  const { soapByTest } = face.facts;
  if (use) return rung === 'soap' && soapByTest?.wanted ? soapTakesMore(soapByTest.params) : bare(WHY[rung]);
  const [refusal] = refusalsOf(RUNG_WAYS[rung], face);
  if (refusal) return refusal;
  if (!worked(rung, face)) return bare(rung === 'blade' ? 'rung-blade-out-of-hand' : 'rung-out-of-hand');
  const short = unpaid?.[rung];
  return short === undefined ? bare('rung-not-chosen') : { code: 'rung-does-not-pay', params: { short } };
}

const WHY = { soap: 'rung-sticky', alcohol: 'rung-grows', blade: 'rung-blade-agreed' } as const;

const soapTakesMore = (params: { brushed: number; soaped: number }): RungBecause => ({
  code: 'soap-takes-more',
  params,
});

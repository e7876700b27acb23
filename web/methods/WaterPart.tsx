import { Link } from 'react-router';
import type { Plan } from '../../contract/methods/endpoints.ts';
import type { PlanInput } from '../../core/planning/visit.ts';
import type { Drying } from '../../core/water/treatment.ts';
import { DRYING_WORDS, WATER_WORDS } from '../../words/en/labels.ts';
import { useSay } from '../api/hooks.ts';
import { Choice } from '../parts/Choice.tsx';
import { Overrule } from '../parts/Overrule.tsx';
import { pairs } from '../parts/pairs.ts';
import { WaterOptions } from '../water/WaterOptions.tsx';
import type { PlanPartProps } from './planPart.ts';

/** The bench with what the plan went by. */
function benchAddress({ input, finish, output }: Pick<Plan, 'input' | 'finish' | 'output'>): string {
  const water = (input as Partial<PlanInput>).water;
  const asked = {
    finish,
    litres: String(Math.round(output.water.litres)),
    ...(water && { conductivity: String(water.conductivity), temperature: String(water.waterTemperature) }),
  };
  return `/bench/water?${new URLSearchParams(asked)}`;
}

/** The ways to have water, side by side: what each leaves on the glass against the finish, and what it costs. */
export function WaterPart({ plan, onOverrule, busy }: PlanPartProps) {
  const say = useSay();
  const { water, waterWay } = plan.output;
  const { overrides } = plan;
  const overruled = overrides.waterWay;
  return (
    <>
      <h3>Water</h3>
      <p className="mb-1">
        <Link to={benchAddress(plan)}>Try it on the water bench</Link>{' '}
        <span className="quiet">with this source, these litres and this finish</span>
      </p>
      <WaterOptions options={water.options} chosen={waterWay} what="Way" cost="This visit" />
      <Choice
        what="Water"
        value={WATER_WORDS[waterWay] ?? waterWay}
        because={say.finding(water.recommendedBecause)}
        overruled={overruled}
        recommended={WATER_WORDS[water.recommended]}
      >
        {onOverrule && (
          <Overrule
            what="water"
            options={water.options.map(({ way }) => [way, WATER_WORDS[way] ?? way] as const)}
            current={waterWay}
            busy={busy}
            onOverrule={(value, reason) => onOverrule({ ...plan.overrides, waterWay: { value, reason } })}
            onWithdraw={overruled && (() => onOverrule({ ...plan.overrides, waterWay: undefined }))}
          />
        )}
      </Choice>
      <Choice
        what="The glass is"
        value={DRYING_WORDS[plan.output.drying]}
        because={
          plan.output.drying === 'squeegee'
            ? 'Drawn off, a fifth of the salts stays: harder water keeps the finish, and each module takes longer.'
            : 'The gentlest, and no work. Drawn off with a squeegee a fifth of the salts would stay, for more time at each module.'
        }
        overruled={overrides.drying}
        recommended={DRYING_WORDS['drip-dry']}
      >
        {onOverrule && (
          <Overrule
            what="how the glass dries"
            options={pairs(DRYING_WORDS)}
            current={plan.output.drying}
            busy={busy}
            onOverrule={(value, reason) => onOverrule({ ...overrides, drying: { value: value as Drying, reason } })}
            onWithdraw={overrides.drying && (() => onOverrule({ ...overrides, drying: undefined }))}
          />
        )}
      </Choice>
      {water.warnings.map((warning) => (
        <div className="notice" key={warning.code}>
          {say.finding(warning)}
        </div>
      ))}
    </>
  );
}

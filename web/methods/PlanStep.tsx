import { useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { Plan, PlanOverrides } from '../../contract/methods/endpoints.ts';
import type { SiteSpread } from '../../contract/sites/endpoints.ts';
import { formatDate, formatMoney, formatNumber, formatQuantity } from '../../core/units/format.ts';
import { useAsk, useCurrency, useDo, useGlass, useSession } from '../api/hooks.ts';
import { newId } from '../api/ids.ts';
import { Figure } from '../parts/Figure.tsx';
import { Overrule } from '../parts/Overrule.tsx';
import { Empty, Trouble, Waiting } from '../parts/states.tsx';
import { METHOD_WORDS, pairs, RUNG_WORDS, WATER_WORDS } from '../parts/words.ts';
import { Choice } from '../soiling/ReckonStep.tsx';
import { VisitsTable } from './VisitsTable.tsx';

type Overruled = (overrides: PlanOverrides) => void;

/** Plan: water, method and how often, each with its reason and its way to be overruled. */
export function PlanStep({ spread }: { spread: SiteSpread }) {
  const { site } = spread;
  const plans = useAsk('listPlans', { params: { id: site.id }, query: { limit: 5 } });
  const [finish, setFinish] = useState<'output' | 'spotless' | null>(null);
  const id = useRef(newId());
  const make = useDo('makePlan', () => {
    id.current = newId();
  });
  const desk = useSession().data?.person?.role !== 'crew';
  const last = plans.data?.items[0];
  const chosenFinish = finish ?? last?.finish ?? 'output';
  const run = (overrides: PlanOverrides, grade = chosenFinish) =>
    make.mutate({ params: { id: site.id }, body: { id: id.current, finish: grade, overrides } });
  const reckoned = ['settled', 'overruled', 'in-hand'].includes(spread.spine.reckon.state);
  return (
    <>
      <div className="step-head">
        <h2>Plan</h2>
        <span className="quiet">Water, method, how often</span>
        {desk && reckoned && (
          <div className="actions">
            <Form.Select
              aria-label="Finish"
              value={chosenFinish}
              disabled={make.isPending}
              onChange={(event) => {
                const grade = event.target.value as 'output' | 'spotless';
                setFinish(grade);
                if (last) run(last.overrides, grade);
              }}
            >
              <option value="output">Finish: output restored</option>
              <option value="spotless">Finish: spotless</option>
            </Form.Select>
            <Button
              variant={last ? 'outline-primary' : 'primary'}
              className="text-nowrap"
              disabled={make.isPending}
              onClick={() => run(last?.overrides ?? {})}
            >
              {make.isPending ? 'Working it out …' : last ? 'Plan again' : 'Make the plan'}
            </Button>
          </div>
        )}
      </div>
      {plans.isPending && <Waiting />}
      <Trouble error={plans.error ?? make.error} />
      {!reckoned && plans.data && <Empty>Reckon the loss of at least one array first.</Empty>}
      {reckoned && plans.data && !last && <Empty>Nothing planned yet.</Empty>}
      {last && <PlanPage plan={last} onOverrule={desk ? run : undefined} busy={make.isPending} />}
    </>
  );
}

function PlanPage({ plan, onOverrule, busy }: { plan: Plan; onOverrule: Overruled | undefined; busy: boolean }) {
  const { output, overrides } = plan;
  const glass = useGlass();
  const { reasons } = output;
  return (
    <>
      <div className="figures">
        <Figure label="Time of a visit" reason={reasons.minutes} note={formatHours(output.priced.minutes)} />
        <Figure label="Water on the glass" reason={reasons.litres} note={`${output.modules} modules`} />
        <Figure
          label="Salts left"
          reason={reasons.residue}
          note={`finish allows ${formatQuantity(output.water.residueLimit, 'residue', glass)}`}
        />
        <Figure label="One wash is worth" reason={reasons.benefit} />
        <Figure
          label="Best visits a year"
          reason={reasons.visits}
          note={
            output.visitsChosen === output.visits.best
              ? 'least of dirt and visits together'
              : `you chose ${output.visitsChosen}`
          }
        />
      </div>
      <WaterPart plan={plan} onOverrule={onOverrule} busy={busy} />
      <h3 className="mt-3">Method</h3>
      <MethodPart plan={plan} onOverrule={onOverrule} busy={busy} />
      <h3 className="mt-3">Visits</h3>
      <VisitsTable plan={plan} />
      <Choice
        what="Visits a year"
        value={visitsWords(output.visitsChosen)}
        because={
          output.visits.best === 0
            ? 'No number of visits costs less than the dirt itself. Not at all is the honest answer.'
            : 'Least sum of what the dirt takes and what the visits cost.'
        }
        overruled={overrides.visits}
      >
        {onOverrule && (
          <Overrule
            what="visits a year"
            options={Array.from({ length: 13 }, (_, count) => [String(count), visitsWords(count)] as const)}
            current={String(output.visitsChosen)}
            busy={busy}
            onOverrule={(value, reason) => onOverrule({ ...overrides, visits: { value: Number(value), reason } })}
          />
        )}
      </Choice>
      <p className="quiet mt-2">
        Planned {formatDate(plan.at, glass)} by {plan.by}, calculation {plan.calculationVersion}.
      </p>
    </>
  );
}

const visitsWords = (count: number): string => (count === 0 ? 'none' : String(count));
const formatHours = (minutes: number): string =>
  `${Math.floor(minutes / 60)} h ${String(Math.round(minutes % 60)).padStart(2, '0')} min`;

function WaterPart({ plan, onOverrule, busy }: { plan: Plan; onOverrule: Overruled | undefined; busy: boolean }) {
  const glass = useGlass();
  const currency = useCurrency();
  const { water, waterWay } = plan.output;
  const overruled = plan.overrides.waterWay;
  return (
    <>
      <h3>Water</h3>
      <table className="table">
        <thead>
          <tr>
            <th>Way</th>
            <th className="number">On the glass</th>
            <th className="number">Salts left</th>
            <th>Finish</th>
            <th className="number">Drawn</th>
            <th className="number">Resin used</th>
            <th className="number">This visit</th>
          </tr>
        </thead>
        <tbody>
          {water.options.map((option) => (
            <tr
              key={option.way}
              className={`water-row ${option.way === waterWay ? 'chosen' : ''}`}
              aria-current={option.way === waterWay || undefined}
            >
              <td>{WATER_WORDS[option.way]}</td>
              <td className="number">{formatQuantity(option.conductivity, 'conductivity', glass)}</td>
              <td className="number">{formatQuantity(option.residue, 'residue', glass)}</td>
              <td className={option.meetsFinish ? 'meets' : 'miss'}>{option.meetsFinish ? 'kept' : 'missed'}</td>
              <td className="number">{formatQuantity(option.drawn, 'volume', glass)}</td>
              <td className="number">
                {option.chargeUsed === null ? '' : `${formatNumber(option.chargeUsed, 2, glass)} charge`}
              </td>
              <td className="number">{formatMoney(option.cost, currency, glass)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <Choice
        what="Water"
        value={WATER_WORDS[waterWay] ?? waterWay}
        because={water.recommendedBecause}
        overruled={overruled}
      >
        {onOverrule && (
          <Overrule
            what="water"
            options={pairs(WATER_WORDS)}
            current={waterWay}
            busy={busy}
            onOverrule={(value, reason) =>
              onOverrule({ ...plan.overrides, waterWay: { value: value as 'as-is', reason } })
            }
          />
        )}
      </Choice>
      {water.warnings.map((warning) => (
        <div className="notice" key={warning}>
          {warning}
        </div>
      ))}
    </>
  );
}

function MethodPart({ plan, onOverrule, busy }: { plan: Plan; onOverrule: Overruled | undefined; busy: boolean }) {
  const { output, overrides } = plan;
  const glass = useGlass();
  const several = output.arrays.length > 1;
  return (
    <>
      {output.arrays.map(({ arrayId, name, method, minutesPerModule }, index) => (
        <section key={arrayId} className={several ? 'mb-3' : ''}>
          {several && <strong>{name}</strong>}
          <Choice
            what="Method"
            value={METHOD_WORDS[method.method.choose] ?? ''}
            because={method.method.because}
            overruled={overrides.method}
          >
            {onOverrule && index === 0 && (
              <Overrule
                what="method"
                options={pairs(METHOD_WORDS)}
                current={method.method.choose}
                busy={busy}
                onOverrule={(value, reason) => onOverrule({ ...overrides, method: { value: value as 'hose', reason } })}
              />
            )}
          </Choice>
          <Choice what="Brush" value={method.brush.choose} because={method.brush.because} overruled={overrides.brush}>
            {onOverrule && index === 0 && (
              <Overrule
                what="brush"
                words
                current={method.brush.choose}
                busy={busy}
                onOverrule={(value, reason) => onOverrule({ ...overrides, brush: { value: String(value), reason } })}
              />
            )}
          </Choice>
          <Choice
            what="Pole"
            value={`${formatQuantity(method.pole.choose, 'length', glass, 0)}, ${method.access.choose}`}
            because={method.access.because}
            overruled={overrides.pole}
          >
            {onOverrule && index === 0 && (
              <Overrule
                what="pole"
                unit="metres"
                current={String(method.pole.choose)}
                busy={busy}
                onOverrule={(value, reason) => onOverrule({ ...overrides, pole: { value: Number(value), reason } })}
              />
            )}
          </Choice>
          <Choice
            what="Pace"
            value={`${formatNumber(minutesPerModule, 2, glass)} min a module`}
            because={
              method.soakMinutes.choose > 0
                ? `Soak ${method.soakMinutes.choose} min first. ${method.soakMinutes.because}`
                : method.soakMinutes.because
            }
            overruled={overrides.minutesPerModule}
          >
            {onOverrule && index === 0 && (
              <Overrule
                what="pace"
                unit="minutes a module"
                current={String(Math.round(minutesPerModule * 100) / 100)}
                busy={busy}
                onOverrule={(value, reason) =>
                  onOverrule({ ...overrides, minutesPerModule: { value: Number(value), reason } })
                }
              />
            )}
          </Choice>
          <Ladder method={method} />
        </section>
      ))}
      <Choice
        what="Isolate first"
        value={output.isolate ? 'yes' : 'no'}
        because="On by default; local rules and the maker’s manual come first. DC stays live while the sun shines."
        overruled={overrides.isolate}
      >
        {onOverrule && (
          <Overrule
            what="isolating first"
            options={[
              ['yes', 'yes'],
              ['no', 'no'],
            ]}
            current={output.isolate ? 'yes' : 'no'}
            busy={busy}
            onOverrule={(value, reason) => onOverrule({ ...overrides, isolate: { value: value === 'yes', reason } })}
          />
        )}
      </Choice>
    </>
  );
}

function Ladder({ method }: { method: Plan['output']['arrays'][number]['method'] }) {
  return (
    <table className="table mt-1">
      <thead>
        <tr>
          <th>Escalation</th>
          <th>Here</th>
          <th>Because, and mind</th>
        </tr>
      </thead>
      <tbody>
        {method.escalation.map(({ rung, use, because, caution }) => (
          <tr key={rung}>
            <td>{RUNG_WORDS[rung]}</td>
            <td className={use ? 'fw-bold' : 'quiet'}>{use ? 'yes' : 'not here'}</td>
            <td>
              {because} {use && <span className="quiet">{caution}</span>}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

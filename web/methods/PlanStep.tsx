import { useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { PlanOverrides } from '../../contract/methods/endpoints.ts';
import type { SiteSpread } from '../../contract/sites/endpoints.ts';
import { planFinding } from '../../core/quotes/verdict.ts';
import type { Cold } from '../../core/rules/input.ts';
import { counted } from '../../words/counted.ts';
import { figuresUsedWords } from '../../words/en/figures.ts';
import { COLD_WORDS } from '../../words/en/rules.ts';
import { formatDate, formatQuantity } from '../../words/format.ts';
import { useEndpointMutation, useEndpointQuery, useSay, useSession, useUnits } from '../api/hooks.ts';
import { newId } from '../api/ids.ts';
import { VisitsTable } from '../frequency/VisitsTable.tsx';
import { Choice } from '../parts/Choice.tsx';
import { Figure } from '../parts/Figure.tsx';
import { Overrule } from '../parts/Overrule.tsx';
import { pairs } from '../parts/pairs.ts';
import { Empty, Trouble, Waiting } from '../parts/states.tsx';
import { Assumed } from '../sites/Assumed.tsx';
import { MethodPart } from './MethodPart.tsx';
import type { PlanPartProps } from './planPart.ts';
import { SafetyLine } from './SafetyLine.tsx';
import { WaterPart } from './WaterPart.tsx';

/** Plan: water, method and how often, each with its reason and its way to be overruled. */
export function PlanStep({ spread }: { spread: SiteSpread }) {
  const { site } = spread;
  const plans = useEndpointQuery('listPlans', { params: { id: site.id }, query: { limit: 5 } });
  const [finish, setFinish] = useState<'output' | 'spotless' | null>(null);
  const [cold, setCold] = useState<Cold | null>(null);
  const id = useRef(newId());
  const make = useEndpointMutation('makePlan', () => {
    id.current = newId();
  });
  const desk = useSession().data?.person?.role !== 'crew';
  const last = plans.data?.items[0];
  const chosenFinish = finish ?? last?.finish ?? 'output';
  const chosenCold = cold ?? last?.cold ?? 'none';
  const run = (overrides: PlanOverrides, grade = chosenFinish, on = chosenCold) =>
    make.mutate({ params: { id: site.id }, body: { id: id.current, finish: grade, cold: on, overrides } });
  const reckoned = ['settled', 'overruled', 'in-hand'].includes(spread.spine.reckon.state);
  return (
    <>
      <div className="step-head">
        <h2>Plan</h2>
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
            <Form.Select
              aria-label="Frost and snow"
              value={chosenCold}
              disabled={make.isPending}
              onChange={(event) => {
                const on = event.target.value as Cold;
                setCold(on);
                if (last) run(last.overrides, chosenFinish, on);
              }}
            >
              {pairs(COLD_WORDS).map(([key, words]) => (
                <option key={key} value={key}>
                  {words}
                </option>
              ))}
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
      {last && spread.latest.planOvertaken && (
        <div className="notice">
          Somebody has reckoned since this was planned: it goes by the loss before. Plan again to go by the newest.
        </div>
      )}
      {last && spread.planAtOtherPrices && (
        <div className="notice">
          Prices or costs have changed since this was planned: it goes by those before. Plan again to go by today's.
        </div>
      )}
      {last && (
        <PlanPage arrays={spread.arrays} plan={last} onOverrule={desk ? run : undefined} busy={make.isPending} />
      )}
    </>
  );
}

function PlanPage({ plan, onOverrule, busy, arrays }: PlanPartProps & { arrays: SiteSpread['arrays'] }) {
  const say = useSay();
  const { output, overrides } = plan;
  const units = useUnits();
  const { reasons, visitsChosen: visits } = output;
  const ofPlan =
    visits > 1
      ? planFinding({ visits, price: output.pricedInPlan.gross, saves: output.saves, beyondFirst: output.beyondFirst })
      : null;
  return (
    <>
      <div className="figures">
        <Figure label="Time of a visit" reason={reasons.minutes} note={formatHours(output.priced.minutes)} />
        <Figure label="Water on the glass" reason={reasons.litres} note={counted(output.modules, 'module')} />
        <Figure
          label="Salts left"
          reason={reasons.residue}
          note={`finish allows ${formatQuantity(output.water.residueLimit, 'residue', units)}`}
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
      <Assumed facts={output.assumed} />
      <WaterPart plan={plan} onOverrule={onOverrule} busy={busy} />
      <h3 className="mt-3">Method</h3>
      {output.arrays.map(
        ({ arrayId, name, stopped }) =>
          stopped && (
            <div className="notice" role="status" key={arrayId}>
              <strong>{name} cannot be washed as things stand, and is left out of the visit.</strong>{' '}
              {stopped.map((refusal) => say.finding(refusal)).join(' ')}
            </div>
          ),
      )}
      {output.questions.map((question) => (
        <div className="notice" key={say.finding(question)}>
          {say.finding(question)}
        </div>
      ))}
      <MethodPart plan={plan} onOverrule={onOverrule} busy={busy} arrays={arrays} />
      <SafetyLine siteId={plan.siteId} />
      <h3 className="mt-3">Visits</h3>
      <VisitsTable plan={plan} />
      {ofPlan && <p className="notice plain">{say.finding(ofPlan)}</p>}
      <Choice
        what="Visits a year"
        value={visitsWords(output.visitsChosen)}
        because={
          output.visits.best === 0
            ? 'No number of visits costs less than the dirt itself. Not at all is the honest answer.'
            : 'Least sum of what the dirt takes and what the visits cost.'
        }
        overruled={overrides.visits}
        recommended={visitsWords(output.visits.best)}
      >
        {onOverrule && (
          <Overrule
            what="visits a year"
            options={Array.from({ length: 13 }, (_, count) => [String(count), visitsWords(count)] as const)}
            current={String(output.visitsChosen)}
            busy={busy}
            onOverrule={(value, reason) => onOverrule({ ...overrides, visits: { value: Number(value), reason } })}
            onWithdraw={overrides.visits && (() => onOverrule({ ...overrides, visits: undefined }))}
          />
        )}
      </Choice>
      <p className="quiet mt-2">
        Planned {formatDate(plan.at, units)} by {plan.by}, calculation {plan.calculationVersion},{' '}
        {figuresUsedWords(output.figures)}.
      </p>
    </>
  );
}

const visitsWords = (count: number): string => (count === 0 ? 'none' : String(count));
const formatHours = (minutes: number): string =>
  `${Math.floor(minutes / 60)} h ${String(Math.round(minutes % 60)).padStart(2, '0')} min`;

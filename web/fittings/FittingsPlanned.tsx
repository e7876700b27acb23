import { Link } from 'react-router';
import type { ArrayOverrides, Plan } from '../../contract/methods/endpoints.ts';
import { FITTING_VERDICT_WORDS, fittingQuantity, rowsInWords } from '../../words/en/fittings.ts';
import { FITTED_WORDS } from '../../words/en/labels.ts';
import { formatMoney } from '../../words/format.ts';
import { useCurrency, useSay, useUnits } from '../api/hooks.ts';

interface FittingsPlannedProps {
  plan: Plan;
  arrayId: string;
  overrides: ArrayOverrides;
}

/** What is fitted on a face at the next visit, with its price and whether it pays; and the way to where it is planned. */
export function FittingsPlanned({ plan, arrayId, overrides }: FittingsPlannedProps) {
  const say = useSay();
  const units = useUnits();
  const currency = useCurrency();
  const own = plan.output.fittings?.faces.find((face) => face.arrayId === arrayId)?.fittings ?? [];
  return (
    <>
      {own.map((one) => (
        <div className="choice" key={one.kind}>
          <span className="what">Fitted, once</span>
          <span className="chosen">
            {FITTED_WORDS[one.kind]}
            {one.rows.length > 0 && `, ${rowsInWords(one.rows)}`}
          </span>
          <span />
          <span className="because">
            {one.stopped
              ? 'Left out of the price: '
              : `${fittingQuantity(one, say)}, ${formatMoney(one.gross, currency, units)} with tax; saves ${formatMoney(one.worth.low, currency, units, 0)} to ${formatMoney(one.worth.high, currency, units, 0)} over its years: ${FITTING_VERDICT_WORDS[one.verdict]}. `}
            {one.control.length > 0 &&
              `${rowsInWords(one.control).replace(/^r/, 'R')} ${one.control.length === 1 ? 'is' : 'are'} left without. `}
            {one.questions.map((question) => say.finding(question)).join(' ')}
            {overrides.fittings && <span className="quiet"> Because: {overrides.fittings.reason}.</span>}
          </span>
        </div>
      ))}
      <p className="quiet">
        <Link to={`/sites/${plan.siteId}/fittings/${arrayId}`}>
          {own.length > 0 ? 'Change what is fitted' : 'Clips, deterrents, coatings and gutters against the causes'}
        </Link>
      </p>
    </>
  );
}

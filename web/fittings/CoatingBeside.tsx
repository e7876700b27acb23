import { Link } from 'react-router';
import type { Plan } from '../../contract/methods/endpoints.ts';
import { FITTING_AHEAD } from '../../core/assumptions.ts';
import { yearsHeld } from '../../core/fittings/kinds.ts';
import type { FittingAsked, FittingPlace } from '../../core/planning/fitting.ts';
import { FITTING_VERDICT_WORDS, fittingQuantity } from '../../words/en/fittings.ts';
import { formatMoney, formatQuantity } from '../../words/format.ts';
import { useCurrency, useEndpointQuery, useSay, useUnits } from '../api/hooks.ts';
import { useNewest, useWorker } from '../compute/useWorker.ts';
import { placeOn, suggestedRows } from './place.ts';

interface CoatingBesideProps {
  plan: Plan;
  arrayId: string;
}

/** A coating beside the ways of cleaning: it takes nothing off, it lets less stick between the visits. */
export default function CoatingBeside({ plan, arrayId }: CoatingBesideProps) {
  const company = useEndpointQuery('readCompany');
  const place = placeOn(plan, arrayId, 'coating');
  if (place === null || !company.data) return null;
  const asked: FittingAsked = {
    kind: 'coating',
    rows: suggestedRows(place, 'coating'),
    stands: 'along',
    each: company.data.prices.fittings.coating ?? 0,
  };
  return <Coating asked={asked} place={place} to={`/sites/${plan.siteId}/fittings/${arrayId}`} />;
}

function Coating({ asked, place, to }: { asked: FittingAsked; place: FittingPlace; to: string }) {
  const say = useSay();
  const units = useUnits();
  const currency = useCurrency();
  const worker = useWorker();
  const { answer } = useNewest(
    'fittings',
    (input: { asked: FittingAsked; place: FittingPlace }[]) => worker.get().fittings(input),
    [{ asked, place }],
  );
  const [found] = answer ?? [];
  if (found === undefined) return null;
  const money = (amount: number) => formatMoney(amount, currency, units, 0);
  const priced = asked.each > 0;
  return (
    <p className="notice plain">
      <b>Coating, put on once</b> cleans nothing: rain takes more and dew bonds less between the visits.{' '}
      {found.stopped
        ? 'Here it cannot be put on, or it is there already. '
        : `${fittingQuantity(found, say)}, ${formatQuantity(found.minutes, 'minutes', units, 0)}; saves ${say.moneyRange(found.worth.low, found.worth.high)} over its ${yearsHeld(found.life, FITTING_AHEAD.years)} years${priced ? ` and costs ${money(found.gross)}: ${FITTING_VERDICT_WORDS[found.verdict]}` : ', nobody has priced it'}. `}
      From then on no blade, alcohol or stiff bristle. <Link to={to}>Beside the other fittings</Link>
    </p>
  );
}

import { useState } from 'react';
import { Link, useParams } from 'react-router';
import type { Plan } from '../../contract/methods/endpoints.ts';
import type { SolarArray } from '../../contract/sites/endpoints.ts';
import { FITTED_KINDS, type FittedKind, type WaterStands } from '../../core/fittings/kinds.ts';
import { usualStands } from '../../core/fittings/lay.ts';
import type { FittingAsked, FittingPlace, FittingPlanned } from '../../core/planning/fitting.ts';
import { fitted } from '../../core/quotes/fittings.ts';
import { rowsOfText, textOfRows } from '../../words/rows.ts';
import { useEndpointQuery } from '../api/hooks.ts';
import { useNewest, useWorker } from '../compute/useWorker.ts';
import { Empty, Trouble, Waiting } from '../parts/states.tsx';
import { FittedDrawn } from './FittedDrawn.tsx';
import { FittingFields } from './FittingFields.tsx';
import { FittingsCompared } from './FittingsCompared.tsx';
import { PlanIt } from './PlanIt.tsx';
import { placeOn, suggestedRows } from './place.ts';

/** What can be fitted against the causes on one face: on which rows, how much of it, for what money, and whether it pays. */
export function FittingsPage() {
  const { id = '', arrayId = '' } = useParams();
  const spread = useEndpointQuery('readSite', { params: { id } });
  const plans = useEndpointQuery('listPlans', { params: { id }, query: { limit: 1 } });
  const company = useEndpointQuery('readCompany', {});
  const array = spread.data?.arrays.find((one) => one.id === arrayId);
  const plan = plans.data?.items[0];
  const place = plan && placeOn(plan, arrayId, 'drain-clip');
  const pending = spread.isPending || plans.isPending || company.isPending;
  return (
    <>
      <div className="desk-head">
        <h1>Fittings</h1>
        <Link to={`/sites/${id}/plan`}>{spread.data?.site.name ?? 'the site'}</Link>
        <span className="quiet">{array?.name}</span>
      </div>
      {pending && <Waiting />}
      <Trouble error={spread.error ?? plans.error ?? company.error} />
      {!pending && (!plan || !array) && (
        <Empty>Reckon this face and plan the site first: a fitting is held against what is known of it.</Empty>
      )}
      {plan && array && place === null && (
        <Empty>This plan is from before fittings were reckoned. Plan the site again first.</Empty>
      )}
      {plan && array && place && company.data && (
        <Face key={plan.id} plan={plan} array={array} place={place} prices={company.data.prices.fittings} />
      )}
    </>
  );
}

/** What is planned of a kind, or else what is suggested: all rows that have none, but for those left to compare. */
interface Typed {
  rows: string;
  stands: WaterStands;
  each: number | null;
}

/** What was typed, as it is reckoned with; without a price it is held against nothing. Null where no rows can be read. */
function askedFor(kind: FittedKind, { rows, stands, each }: Typed): FittingAsked | null {
  const own = rowsOfText(rows);
  return own === null ? null : { kind, rows: own, stands, each: each ?? 0 };
}

function Face({
  plan,
  array,
  place,
  prices,
}: {
  plan: Plan;
  array: SolarArray;
  place: FittingPlace;
  prices: Partial<Record<FittedKind, number | null>>;
}) {
  const planned = plan.output.fittings ? fitted(plan.output.fittings).filter((one) => one.arrayId === array.id) : [];
  const [typed, setTyped] = useState<Record<FittedKind, Typed>>(() => suggested(place, planned, prices));
  const [picked, setKind] = useState<FittedKind | null>(planned[0]?.kind ?? null);
  const worker = useWorker();
  const wanted = FITTED_KINDS.flatMap((one) => {
    const asked = askedFor(one, typed[one]);
    return asked === null ? [] : { asked, place: placeOn(plan, array.id, one) ?? place };
  });
  const { answer, error } = useNewest(
    'fittings',
    (input: { asked: FittingAsked; place: FittingPlace }[]) => worker.get().fittings(input),
    wanted,
  );
  const kind = picked ?? answer?.find(({ changes }) => changes !== null)?.kind ?? 'drain-clip';
  const own = answer?.find((one) => one.kind === kind);
  const chosen = askedFor(kind, typed[kind]);
  return (
    <div className="bench">
      <section className="bench-picture">
        <Trouble error={error} />
        {answer === null ? (
          <Waiting what="Holding each against ten years" />
        ) : (
          <FittingsCompared
            found={answer}
            unpriced={FITTED_KINDS.filter((one) => typed[one].each === null)}
            planned={planned.map((one) => one.kind)}
            shown={kind}
            onShow={setKind}
            taxRate={place.taxRate}
          />
        )}
        {answer !== null && (own || place.had[kind]) && (
          <FittedDrawn
            name={array.name}
            had={place.had[kind] ?? []}
            face={place.face}
            kind={kind}
            stands={typed[kind].stands}
            rows={own?.rows ?? []}
            control={own?.control ?? place.rows.map(({ row }) => row).filter((row) => !place.had[kind]?.includes(row))}
          />
        )}
      </section>
      <section className="bench-figures" aria-label="The fitting">
        <FittingFields
          key={kind}
          kind={kind}
          typed={typed[kind]}
          had={place.had[kind] ?? []}
          onTyped={(next) => setTyped((now) => ({ ...now, [kind]: next }))}
        />
        <PlanIt
          key={`plan.${kind}`}
          plan={plan}
          arrayId={array.id}
          kind={kind}
          asked={typed[kind].each === null ? null : chosen}
          planned={planned.some((one) => one.kind === kind)}
          stopped={own?.stopped ?? true}
        />
      </section>
    </div>
  );
}

function suggested(
  place: FittingPlace,
  planned: readonly FittingPlanned[],
  prices: Partial<Record<FittedKind, number | null>>,
): Record<FittedKind, Typed> {
  const of = (kind: FittedKind): Typed => {
    const one = planned.find((other) => other.kind === kind);
    if (one) return { rows: textOfRows(one.rows), stands: one.stands, each: one.each };
    return {
      rows: textOfRows(suggestedRows(place, kind)),
      stands: usualStands(place.face.orientation),
      each: prices[kind] ?? null,
    };
  };
  return { 'drain-clip': of('drain-clip'), deterrent: of('deterrent'), coating: of('coating'), gutter: of('gutter') };
}

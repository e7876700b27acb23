import { Button } from 'react-bootstrap';
import { costsFields } from '../../contract/company/endpoints.ts';
import { FITTED_KINDS } from '../../core/fittings/kinds.ts';
import type { Costs } from '../../core/quotes/book.ts';
import { fittingEach } from '../../words/en/fittings.ts';
import { useEndpointMutation, useEndpointQuery } from '../api/hooks.ts';
import { DraftForm, useDraftForm } from '../parts/DraftForm.tsx';
import { FormErrors, NumberField } from '../parts/fields.tsx';
import { moneyField } from '../parts/moneyField.ts';
import { Trouble } from '../parts/states.tsx';

const NO_COSTS: Costs = { hour: 0, perKm: 0, margin: 0.25, floor: null, fittings: {} };

/** What work costs the firm: nobody but the owner reads it. */
export function CostsPart({ currency }: { currency: string }) {
  const costs = useEndpointQuery('readCosts');
  if (costs.isError) return <Trouble error={costs.error} />;
  return costs.data ? (
    <CostsForm key={costs.data.version} costs={costs.data.costs} version={costs.data.version} currency={currency} />
  ) : null;
}

function CostsForm({ costs, version, currency }: { costs: Costs | null; version: number; currency: string }) {
  const draft = useDraftForm(`costs.${version}`, costsFields, costs ?? NO_COSTS);
  const save = useEndpointMutation('changeCosts', () => draft.sent(draft.form.getValues()));
  const money = moneyField(currency);
  return (
    <DraftForm draft={draft} onSubmit={(values: Costs) => save.mutate({ body: { ...values, version } })}>
      <section className="panel mt-3" aria-label="Costs and margin">
        <fieldset>
          <legend>Costs and margin, for the owner alone</legend>
          <p className="quiet">
            What each quote leaves is worked out from them. Where the work is charged by cost and margin, they make its
            price. What you buy or hire goes on the quote at what it costs.
          </p>
          <div className="form-grid">
            <NumberField name="hour" label="An hour of one person" {...money} />
            <NumberField name="perKm" label="A kilometre" {...money} />
            <NumberField
              name="margin"
              label="Margin"
              hint="Of what work and travel are charged, by cost and margin"
              kind="fraction"
            />
            <NumberField
              name="floor"
              label="Least that is to be left"
              hint="Below it only you send an offer; empty where there is no such limit"
              kind="fraction"
              optional
            />
          </div>
        </fieldset>
        <fieldset>
          <legend>What is fitted, as you buy it, before tax</legend>
          <div className="form-grid">
            {FITTED_KINDS.map((kind) => (
              <NumberField key={kind} name={`fittings.${kind}`} label={fittingEach(kind)} {...money} optional />
            ))}
          </div>
        </fieldset>
        <FormErrors />
        <Trouble error={save.error} />
        <div className="form-foot">
          <Button type="submit" disabled={save.isPending}>
            Save the costs
          </Button>
        </div>
      </section>
    </DraftForm>
  );
}

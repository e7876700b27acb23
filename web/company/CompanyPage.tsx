import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import { type Company, companyFields } from '../../contract/company/endpoints.ts';
import { FITTED_KINDS } from '../../core/fittings/kinds.ts';
import { fittingEach } from '../../words/en/fittings.ts';
import { useEndpointMutation, useEndpointQuery } from '../api/hooks.ts';
import { DraftForm, useDraftForm } from '../parts/DraftForm.tsx';
import { FormErrors, NumberField, TextField } from '../parts/fields.tsx';
import { moneyField } from '../parts/moneyField.ts';
import { Trouble, Waiting } from '../parts/states.tsx';
import { CostsPart } from './CostsPart.tsx';
import { PricesFields } from './PricesFields.tsx';

export function CompanyPage() {
  const company = useEndpointQuery('readCompany');
  if (company.isPending) return <Waiting />;
  if (company.isError) return <Trouble error={company.error} retry={() => company.refetch()} />;
  return (
    <>
      <CompanyForm key={company.data.version} company={company.data} />
      <CostsPart currency={company.data.currency} />
    </>
  );
}

function CompanyForm({ company }: { company: Company }) {
  const { version, demo: _demo, ...fields } = company;
  const draft = useDraftForm(`company.${version}`, companyFields, fields);
  const save = useEndpointMutation('changeCompany', () => draft.sent(draft.form.getValues()));
  const money = moneyField(company.currency);
  return (
    <DraftForm draft={draft} onSubmit={(values: typeof fields) => save.mutate({ body: { ...values, version } })}>
      <div className="desk-head">
        <h1>Company</h1>
        <div className="actions">
          <Link className="btn btn-outline-primary" to="/rules">
            Ways and rules
          </Link>
          <Link className="btn btn-outline-primary" to="/backups">
            Backups
          </Link>
          <Link className="btn btn-outline-primary" to="/import">
            Import sites
          </Link>
        </div>
      </div>
      <div className="panel">
        <fieldset>
          <legend>Who you are</legend>
          <div className="form-grid">
            <TextField name="name" label="Name on your papers" className="wide" />
            <TextField name="currency" label="Currency" hint="Three letters, such as ZAR" />
            <TextField name="zone" label="Time zone" />
            <NumberField name="quoteValidDays" label="Quotes valid for" kind="count" suffix="days" />
          </div>
        </fieldset>
        <PricesFields currency={company.currency} />
        <fieldset>
          <legend>What is fitted, put up, before tax</legend>
          <div className="form-grid">
            {FITTED_KINDS.map((kind) => (
              <NumberField key={kind} name={`prices.fittings.${kind}`} label={fittingEach(kind)} {...money} optional />
            ))}
          </div>
        </fieldset>
        <fieldset>
          <legend>Water kit</legend>
          <div className="form-grid">
            <NumberField name="water.resinLitres" label="Resin in the vessels" kind="volume" />
            <NumberField
              name="water.resinUtilisation"
              label="Share of it that is used"
              hint="95 % in lead and lag, 75 % for one vessel"
              kind="fraction"
            />
            <NumberField name="water.changeAt" label="Resin is changed at" kind="conductivity" />
            <NumberField name="water.osmosisRejection" label="Membrane holds back" kind="fraction" />
            <NumberField name="water.osmosisRecovery" label="Recovery" kind="fraction" />
            <NumberField name="water.osmosisFlow25" label="Permeate at 25 °C" kind="volume" suffix="L/h" />
            <NumberField name="water.boughtConductivity" label="Bought water reads" kind="conductivity" />
            <NumberField name="water.sourcePer1000" label="Source water, 1000 L" {...money} />
            <NumberField name="water.boughtPer1000" label="Bought water, 1000 L" {...money} />
            <NumberField name="water.resinPerLitre" label="Resin, a litre" {...money} />
            <NumberField name="water.osmosisPer1000" label="Membrane wear, 1000 L" {...money} />
          </div>
        </fieldset>
        <FormErrors />
        <Trouble error={save.error} />
        <div className="form-foot">
          <Button type="submit" disabled={save.isPending}>
            Save
          </Button>
          <span className="quiet">Quotes that were sent keep the prices they were sent with.</span>
        </div>
      </div>
    </DraftForm>
  );
}

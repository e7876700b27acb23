import { Button, Form } from 'react-bootstrap';
import { useController, useFieldArray, useWatch } from 'react-hook-form';
import type { PriceBasis } from '../../core/quotes/book.ts';
import type { LineKey } from '../../core/quotes/lines.ts';
import { BASIS_WORDS, LINE_WORDS } from '../../words/en/pricing.ts';
import { NumberField, SelectField } from '../parts/fields.tsx';
import { moneyField } from '../parts/moneyField.ts';

/** Kinds of lines that a rate of tax can be set on; those that follow from others are taxed as usual. */
const TAXED: readonly LineKey[] = ['labour', 'wash', 'travel', 'water', 'consumables', 'access', 'machine', 'other'];

/** The price book: what the work is charged by, what comes on top, what is taken off, and tax. */
export function PricesFields({ currency }: { currency: string }) {
  const basis = useWatch({ name: 'prices.basis' }) as PriceBasis;
  const money = moneyField(currency);
  return (
    <>
      <fieldset>
        <legend>What the work is charged by, before tax</legend>
        <div className="form-grid">
          <SelectField name="prices.basis" label="Charged" options={Object.entries(BASIS_WORDS)} />
          {basis === 'module' && <NumberField name="prices.perModule" label="One module, all in" {...money} />}
          {basis === 'kwp' && <NumberField name="prices.perKwp" label="One kWp, all in" {...money} />}
          {basis !== 'cost' && (
            <NumberField
              name="prices.hourlyRate"
              label="One person, one hour"
              {...(basis === 'hour' ? {} : { hint: 'For what is reckoned in minutes, such as a look' })}
              {...money}
            />
          )}
          <NumberField name="prices.crew" label="People in a crew" kind="count" />
          {basis !== 'cost' && <NumberField name="prices.travelPerKm" label="Travel, a kilometre" {...money} />}
          <NumberField name="prices.freeKm" label="Road that is free, there and back" kind="count" suffix="km" />
          <NumberField
            name="prices.consumablesPerModule"
            label="Consumables, a module"
            {...(basis === 'hour' ? {} : { hint: 'What they cost you' })}
            {...money}
          />
          <NumberField name="prices.accessEquipment" label="Lift or scaffold, a visit, at cost" {...money} />
          <NumberField name="prices.minimumCharge" label="Minimum call-out" {...money} />
        </div>
      </fieldset>
      <fieldset>
        <legend>What comes on top, and off</legend>
        <div className="form-grid">
          <NumberField name="prices.riskShare" label="Each storey above one" kind="fraction" />
          {(basis === 'module' || basis === 'kwp') && (
            <NumberField
              name="prices.soilShare"
              label="Dirt that takes more than brush and water"
              hint="On its share of the modules; by the hour the minutes carry it"
              kind="fraction"
            />
          )}
          <NumberField name="prices.urgentShare" label="At once, before others" kind="fraction" />
          <NumberField name="prices.planDiscount" label="Contract discount" kind="fraction" />
          <NumberField
            name="prices.roundTo"
            label="Rounded to whole"
            hint="A price before tax; 0 where it is not rounded"
            {...money}
          />
          <NumberField
            name="prices.depositShare"
            label="Deposit on acceptance"
            hint="Of the first visit with its tax"
            kind="fraction"
          />
          <NumberField name="prices.taxRate" label="Tax" kind="fraction" />
        </div>
        <OtherTaxes />
      </fieldset>
    </>
  );
}

/** Rates of tax beside the usual one, with the lines that each is on. */
function OtherTaxes() {
  const { fields, append, remove } = useFieldArray({ name: 'prices.otherTaxes' });
  return (
    <>
      {fields.map(({ id }, at) => (
        <div key={id} className="mt-2">
          <div className="form-grid">
            <NumberField
              name={`prices.otherTaxes.${at}.rate`}
              label={`Another rate of tax, ${at + 1}`}
              kind="fraction"
            />
            <TaxedLines name={`prices.otherTaxes.${at}.keys`} />
          </div>
          <Button variant="quiet" onClick={() => remove(at)}>
            no such rate
          </Button>
        </div>
      ))}
      {fields.length < 3 && (
        <Button variant="quiet" className="mt-2" onClick={() => append({ rate: 0, keys: [] })}>
          another rate of tax on some lines
        </Button>
      )}
    </>
  );
}

function TaxedLines({ name }: { name: string }) {
  const { field, fieldState } = useController({ name });
  const keys = field.value as LineKey[];
  return (
    <fieldset className="wide">
      <legend className="fs-6 mb-0">It is on</legend>
      <div className="d-flex flex-wrap gap-3">
        {TAXED.map((key) => (
          <Form.Check
            key={key}
            id={`${name}-${key}`}
            label={LINE_WORDS[key]}
            checked={keys.includes(key)}
            onChange={(event) =>
              field.onChange(event.target.checked ? [...keys, key] : keys.filter((one) => one !== key))
            }
          />
        ))}
      </div>
      {fieldState.error && <div className="field-error">Tick at least one</div>}
    </fieldset>
  );
}

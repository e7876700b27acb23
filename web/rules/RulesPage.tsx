import { Button } from 'react-bootstrap';
import { useWatch } from 'react-hook-form';
import { Link } from 'react-router';
import type { z } from 'zod';
import { text } from '../../contract/common.ts';
import { type RulesInUse, rulesBody } from '../../contract/rules/endpoints.ts';
import { CLEANING_METHODS } from '../../core/assumptions.ts';
import { LIMIT_BOUNDS } from '../../core/rules/limits.ts';
import { LIMITS, type MethodRules, REFUSALS } from '../../core/rules/rules.ts';
import { type QuantityKind, unitOf } from '../../core/units/quantities.ts';
import { LIMIT_WORDS } from '../../words/en/rules.ts';
import { formatDate } from '../../words/format.ts';
import { useCurrency, useEndpointMutation, useEndpointQuery, useSession, useUnits } from '../api/hooks.ts';
import { DraftForm, useDraftForm } from '../parts/DraftForm.tsx';
import { FormErrors, NumberField, TextField } from '../parts/fields.tsx';
import { Trouble, Waiting } from '../parts/states.tsx';
import { RefusalRow } from './RefusalRow.tsx';
import { WayRow } from './WayRow.tsx';
import { WhatChanges } from './WhatChanges.tsx';

/** The rules by which a way of cleaning is chosen, refused and worked; the owner may change them. */
export function RulesPage() {
  const rules = useEndpointQuery('readRules');
  const owner = useSession().data?.person?.role === 'owner';
  return (
    <>
      <div className="desk-head">
        <h1>Ways and rules</h1>
        <span className="quiet">by which a way of cleaning is chosen, refused and worked</span>
      </div>
      {rules.isPending && <Waiting />}
      <Trouble error={rules.error} retry={() => rules.refetch()} />
      {rules.data && <Rules key={rules.data.rules.version} inUse={rules.data} owner={owner} />}
    </>
  );
}

const form = rulesBody.extend({ reason: text(300) });

function Rules({ inUse, owner }: { inUse: RulesInUse; owner: boolean }) {
  const { version, ...fields } = inUse.rules;
  const draft = useDraftForm(`rules.${version}`, form, { ...fields, reason: '' } as z.input<typeof form>);
  const save = useEndpointMutation('changeRules', () => draft.sent());
  const currency = useCurrency();
  const units = useUnits();
  const symbol = (kind: QuantityKind) => unitOf(kind, units).symbol;
  return (
    <DraftForm
      draft={draft}
      className="rules"
      onSubmit={(values: z.output<typeof form>, id) => save.mutate({ body: { ...values, id, version } })}
    >
      <fieldset disabled={!owner}>
        <section className="panel">
          <Standing inUse={inUse} />
          <h2>Ways</h2>
          <p className="quiet mb-1">
            What each way takes, and what it takes off. Minutes are times those of a fed pole in its usual passes; what
            comes off is stated for the usual passes, and each pass takes the same part of what the one before left.
            Your own figures under What we know stand in the place of these once you use them there.
          </p>
          <div className="wide-table">
            <table className="table ways-rules">
              <thead>
                <tr>
                  <th>Way</th>
                  <th>We do it</th>
                  <th>Worked from</th>
                  <th className="number">Minutes, times a fed pole’s</th>
                  <th className="number">Passes</th>
                  <th className="number">Water, {symbol('volume')}/min</th>
                  <th className="number">Head, {symbol('mass')}</th>
                  <th className="number">Left on, min</th>
                  <th className="number">Hire and wear a visit, {currency}</th>
                  <th className="number">Takes off loose, %</th>
                  <th className="number">bonded, %</th>
                  <th className="number">droppings, %</th>
                  <th className="number">lichen, %</th>
                </tr>
              </thead>
              <tbody>
                {CLEANING_METHODS.map((way) => (
                  <WayRow key={way} way={way} />
                ))}
              </tbody>
            </table>
          </div>
        </section>
        <section className="panel mt-3">
          <h2>What forbids a way</h2>
          <p className="quiet mb-1">
            Each rule forbids the ways that it names. Turned off it forbids none, and shows in no reason.
          </p>
          <table className="table refusal-rules">
            <thead>
              <tr>
                <th>When</th>
                <th>Holds</th>
                <th>Forbids</th>
              </tr>
            </thead>
            <tbody>
              {REFUSALS.map((rule) => (
                <RefusalRow key={rule} rule={rule} />
              ))}
            </tbody>
          </table>
        </section>
        <section className="panel mt-3">
          <h2>Limits</h2>
          <p className="quiet mb-1">
            What the <Link to="/kit">register of kit</Link> knows stands in the place of these: the longest pole that is
            fit for use, whether a machine is there, what a day of it costs, the weight of the lightest brush.
          </p>
          <div className="form-grid">
            {LIMITS.map((limit) => {
              const { label, hint, unit } = LIMIT_WORDS[limit];
              return (
                <NumberField
                  key={limit}
                  name={`limits.${limit}`}
                  label={label}
                  kind={LIMIT_BOUNDS[limit].kind}
                  digits={2}
                  {...(hint ? { hint } : {})}
                  {...(unit ? { suffix: unit } : {})}
                />
              );
            })}
          </div>
        </section>
      </fieldset>
      <section className="panel mt-3">
        <Changes before={inUse.rules} />
        {owner && (
          <>
            <TextField name="reason" label="Why they are changed" lines={2} />
            <FormErrors />
            <Trouble error={save.error} />
            <div className="form-foot">
              <Button type="submit" disabled={save.isPending || !draft.form.formState.isDirty}>
                {save.isPending ? 'Saving …' : 'Use these from now on'}
              </Button>
              <Button variant="outline-primary" onClick={draft.discard}>
                Discard changes
              </Button>
              <span className="quiet">
                makes version {version + 1}; plans, quotes and reports that exist keep the rules they went by
              </span>
            </div>
          </>
        )}
      </section>
    </DraftForm>
  );
}

function Standing({ inUse: { rules, at, by, reason } }: { inUse: RulesInUse }) {
  const units = useUnits();
  return (
    <p>
      {at === null
        ? 'The house’s rules are used: assumptions until you change them.'
        : `Version ${rules.version} is used, by ${by} on ${formatDate(at, units)}: ${reason}`}
    </p>
  );
}

/** What the rules as they stand in the form would decide otherwise, once they can be read as rules at all. */
function Changes({ before }: { before: MethodRules }) {
  const values = useWatch() as unknown;
  const read = rulesBody.safeParse(values);
  const after = read.success ? ({ ...read.data, version: before.version } as MethodRules) : null;
  return <WhatChanges before={before} after={after} />;
}

import { useRef } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { ArrayOverrides, Plan } from '../../contract/methods/endpoints.ts';
import type { FittedKind } from '../../core/fittings/kinds.ts';
import type { FittingAsked } from '../../core/planning/fitting.ts';
import { useEndpointMutation } from '../api/hooks.ts';
import { newId } from '../api/ids.ts';
import { Trouble } from '../parts/states.tsx';
import { useTyped } from '../parts/useTyped.ts';

interface PlanItProps {
  plan: Plan;
  arrayId: string;
  kind: FittedKind;
  /** null where its rows or its price are not typed yet */
  asked: FittingAsked | null;
  /** whether it is in the plan */
  planned: boolean;
  /** nobody gets there, or its rows have it */
  stopped: boolean;
}

/** Takes a fitting into the plan of the site, with the reason that stays on record, or out of it. */
export function PlanIt({ plan, arrayId, kind, asked, planned, stopped }: PlanItProps) {
  const standing = plan.overrides.arrays?.[arrayId]?.fittings?.reason ?? '';
  const reason = useTyped(`fitting.${plan.siteId}.${arrayId}.${kind}.reason`, planned ? standing : '');
  const id = useRef(newId());
  const make = useEndpointMutation('makePlan', () => {
    id.current = newId();
    reason.clear('');
  });
  const { [arrayId]: own = {}, ...others } = plan.overrides.arrays ?? {};
  const rest = (own.fittings?.value ?? []).filter((one) => one.kind !== kind);
  const planWith = (fittings: FittingAsked[], because: string) => {
    const { fittings: _, ...kept } = own;
    const next: ArrayOverrides =
      fittings.length === 0
        ? kept
        : { ...kept, fittings: { value: fittings.map((one) => ({ ...one, rows: [...one.rows] })), reason: because } };
    const { finish, cold, overrides } = plan;
    make.mutate({
      params: { id: plan.siteId },
      body: { id: id.current, finish, cold, overrides: { ...overrides, arrays: { ...others, [arrayId]: next } } },
    });
  };
  return (
    <>
      <Form.Label htmlFor="fitting-reason" className="mt-3">
        Why it is fitted
      </Form.Label>
      <Form.Control
        id="fitting-reason"
        value={reason.value}
        maxLength={500}
        placeholder="what was seen, or what the customer asked for"
        onChange={(event) => reason.type(event.target.value)}
      />
      <div className="form-foot flex-wrap">
        <Button
          disabled={asked === null || stopped || reason.value.trim() === '' || make.isPending}
          onClick={() => asked && planWith([...rest, asked], reason.value.trim())}
        >
          {make.isPending ? 'Planning …' : planned ? 'Plan it anew' : 'Take it into the plan'}
        </Button>
        {planned && (
          <Button
            variant="outline-primary"
            disabled={make.isPending}
            onClick={() => planWith(rest, own.fittings?.reason ?? '')}
          >
            Take it out
          </Button>
        )}
        {asked === null && <span className="quiet">Its rows and its price come first.</span>}
      </div>
      <Trouble error={make.error} />
      <p className="quiet mt-3">
        It is offered beside the visits, put up on the first of them, and asked about at every look from then on.
        Anything fixed to a frame or a roof: local rules, the maker’s word on the warranty, and a competent person. What
        each changes is a house assumption until rows with and without it were compared.
      </p>
    </>
  );
}

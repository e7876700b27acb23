import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { Report } from '../../contract/reports/endpoints.ts';
import { isDrawn, type Strokes } from '../../core/reports/signature.ts';
import { useEndpointMutation, useSession } from '../api/hooks.ts';
import { Labelled } from '../parts/Labelled.tsx';
import { Trouble } from '../parts/states.tsx';
import { SignaturePad } from './SignaturePad.tsx';

const WAYS = {
  typed: 'by my name',
  drawn: 'by my hand',
  customer: 'the customer signs here',
} as const;

/** Signs a report: whoever is signed in by name or hand, or the customer who stands beside, by hand. */
export function SignPart({ report }: { report: Report }) {
  const person = useSession().data?.person?.name ?? '';
  const [way, setWay] = useState<keyof typeof WAYS>('typed');
  const [name, setName] = useState('');
  const [strokes, setStrokes] = useState<Strokes>([]);
  const sign = useEndpointMutation('signReport');
  const customer = way === 'customer';
  const ready = (way === 'typed' || isDrawn(strokes)) && (!customer || name.trim() !== '');
  return (
    <Form
      className="sign-part"
      onSubmit={(event) => {
        event.preventDefault();
        sign.mutate({
          params: { id: report.id },
          body: {
            version: report.version,
            signer: customer ? 'customer' : 'self',
            how: way === 'typed' ? 'typed' : 'drawn',
            ...(customer ? { name } : {}),
            ...(way === 'typed' ? {} : { strokes }),
          },
        });
      }}
    >
      <fieldset>
        <legend>Sign</legend>
        <div className="d-flex gap-3 flex-wrap">
          {(Object.keys(WAYS) as (keyof typeof WAYS)[]).map((key) => (
            <Form.Check
              key={key}
              type="radio"
              id={`sign-${key}`}
              name="sign-way"
              label={WAYS[key]}
              checked={way === key}
              onChange={() => setWay(key)}
            />
          ))}
        </div>
        {customer && <Labelled label="Name of who signs" className="mt-2" value={name} onText={setName} />}
        {way !== 'typed' && <SignaturePad key={way} onStrokes={setStrokes} />}
      </fieldset>
      <div className="form-foot align-items-center flex-wrap">
        <Button type="submit" disabled={sign.isPending || !ready}>
          {sign.isPending ? 'Making the paper …' : customer ? 'Save the signature' : `Sign as ${person}`}
        </Button>
        <span className="quiet">
          Frozen from then on, with its pictures and its paper; amendments are added to it, never made in it.
        </span>
      </div>
      <Trouble error={sign.error} />
    </Form>
  );
}

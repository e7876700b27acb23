import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useEndpointMutation, useEndpointQuery } from '../api/hooks.ts';
import { Labelled } from '../parts/Labelled.tsx';
import { saveText } from '../parts/saveText.ts';
import { Trouble, Waiting } from '../parts/states.tsx';
import { QrCode } from './QrCode.tsx';

/** The second factor: a code of six digits that an app on the phone makes, beside the password. */
export function FactorPart() {
  const factor = useEndpointQuery('readFactor');
  const [codes, setCodes] = useState<string[] | null>(null);
  if (factor.isPending) return <Waiting />;
  if (factor.isError) return <Trouble error={factor.error} retry={() => factor.refetch()} />;
  const { on, codesLeft, forAll } = factor.data;
  return (
    <section className="panel" aria-labelledby="factor-title">
      <h2 id="factor-title">Second factor</h2>
      {forAll && !on && (
        <div className="notice">Your company asks for one. Everything else opens once yours is set up.</div>
      )}
      {codes && <RecoveryCodes codes={codes} onKept={() => setCodes(null)} />}
      {!codes && !on && <SetUp onCodes={setCodes} />}
      {!codes && on && (
        <>
          <p>
            On. Signing in asks for a code of your app after the password.{' '}
            {codesLeft === 0 ? 'No recovery code is left' : `${codesLeft} recovery codes are left`}; to get new ones,
            take it away and set it up again.
          </p>
          <TakeAway forAll={forAll} />
        </>
      )}
    </section>
  );
}

function SetUp({ onCodes }: { onCodes: (codes: string[]) => void }) {
  const [password, setPassword] = useState('');
  const [code, setCode] = useState('');
  const begin = useEndpointMutation('beginFactor');
  const confirm = useEndpointMutation('confirmFactor', ({ recoveryCodes }) => onCodes(recoveryCodes));
  if (!begin.data) {
    return (
      <Form
        onSubmit={(event) => {
          event.preventDefault();
          begin.mutate({ body: { password } });
        }}
      >
        <p>
          Off. With it, a stolen password alone lets nobody in. You need an app on your phone that makes codes of six
          digits.
        </p>
        <Labelled
          label="Your password"
          type="password"
          autoComplete="current-password"
          value={password}
          onText={setPassword}
        />
        <Trouble error={begin.error} />
        <Button type="submit" className="mt-3" disabled={begin.isPending}>
          Set it up
        </Button>
      </Form>
    );
  }
  return (
    <Form
      onSubmit={(event) => {
        event.preventDefault();
        confirm.mutate({ body: { code: code.replace(/\s/g, '') } });
      }}
    >
      <p>Read this with the app, or type the key into it. Then type the six digits that it shows.</p>
      <QrCode text={begin.data.address} label="The key of the second factor, to be read by a phone" />
      <p>
        Key: <code className="key">{begin.data.secret.match(/.{1,4}/g)?.join(' ')}</code>
      </p>
      <Labelled label="Code" autoComplete="one-time-code" inputMode="numeric" value={code} onText={setCode} />
      <Trouble error={confirm.error} />
      <Button type="submit" className="mt-3" disabled={confirm.isPending}>
        Confirm
      </Button>
    </Form>
  );
}

function RecoveryCodes({ codes, onKept }: { codes: string[]; onKept: () => void }) {
  return (
    <>
      <div className="notice fine" role="status">
        The second factor is on. Keep these recovery codes where the phone is not: each lets you in once if the phone is
        lost. They are not shown again.
      </div>
      <ul className="codes">
        {codes.map((code) => (
          <li key={code}>
            <code>{code}</code>
          </li>
        ))}
      </ul>
      <div className="d-flex gap-2">
        <Button variant="outline-primary" onClick={() => saveText('recovery-codes.txt', `${codes.join('\n')}\n`)}>
          Save as a file
        </Button>
        <Button onClick={onKept}>I have kept them</Button>
      </div>
    </>
  );
}

function TakeAway({ forAll }: { forAll: boolean }) {
  const [password, setPassword] = useState('');
  const drop = useEndpointMutation('dropFactor', () => setPassword(''));
  return (
    <Form
      className="d-flex gap-2 align-items-end flex-wrap"
      onSubmit={(event) => {
        event.preventDefault();
        drop.mutate({ body: { password } });
      }}
    >
      <Labelled
        label="Your password"
        type="password"
        autoComplete="current-password"
        value={password}
        onText={setPassword}
      />
      <Button type="submit" variant="outline-primary" disabled={drop.isPending}>
        Take it away
      </Button>
      {forAll && <span className="quiet">Your company asks for one: you would have to set up another at once.</span>}
      <Trouble error={drop.error} />
    </Form>
  );
}

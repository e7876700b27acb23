import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useEndpointMutation, useEndpointQuery, useMoment, useSession } from '../api/hooks.ts';
import { PinPart } from '../device/PinPart.tsx';
import { KeysSwitch } from '../keys/KeysSwitch.tsx';
import { Labelled } from '../parts/Labelled.tsx';
import { Trouble, Waiting } from '../parts/states.tsx';
import { CalendarPart } from './CalendarPart.tsx';
import { FactorPart } from './FactorPart.tsx';
import { NewPassword } from './NewPassword.tsx';
import { UnitsForm } from './UnitsForm.tsx';

/** One's own account: password, second factor, where one is signed in, and how one reads numbers. */
export function AccountPage() {
  const session = useSession().data;
  const locked = session?.mustSetUpFactor ?? false;
  return (
    <>
      <div className="desk-head">
        <h1>Your account</h1>
        <span className="quiet">{session?.person?.email}</span>
      </div>
      <div className="two short-fields">
        <div className="d-grid gap-3">
          <FactorPart />
          {!locked && <SessionsPart />}
        </div>
        {!locked && (
          <div className="d-grid gap-3 align-content-start">
            <PasswordPart />
            <CalendarPart />
            <PinPart />
            <section className="panel">
              <h2>Units and numbers</h2>
              <UnitsForm onDone={() => undefined} />
            </section>
            <section className="panel">
              <h2>Keys</h2>
              <KeysSwitch id="keys-account" />
              <p className="quiet mb-0">Turn them off where speech or a switch types for you.</p>
            </section>
          </div>
        )}
      </div>
    </>
  );
}

function PasswordPart() {
  const [current, setCurrent] = useState('');
  const [password, setPassword] = useState('');
  const change = useEndpointMutation('changePassword', () => {
    setCurrent('');
    setPassword('');
  });
  return (
    <Form
      className="panel"
      onSubmit={(event) => {
        event.preventDefault();
        change.mutate({ body: { current, password } });
      }}
    >
      <h2>Password</h2>
      <Labelled
        label="Current password"
        type="password"
        autoComplete="current-password"
        value={current}
        onText={setCurrent}
      />
      <NewPassword label="New password" value={password} onText={setPassword} />
      <Trouble error={change.error} />
      {change.isSuccess && (
        <div className="notice fine" role="status">
          Changed. You are signed out everywhere else. Your calendar link and the links you made for others have ended.
        </div>
      )}
      <Button type="submit" className="mt-3 d-block" disabled={change.isPending}>
        Change the password
      </Button>
    </Form>
  );
}

function SessionsPart() {
  const sessions = useEndpointQuery('listSessions');
  const end = useEndpointMutation('endSession');
  const moment = useMoment();
  return (
    <section className="panel" aria-labelledby="sessions-title">
      <h2 id="sessions-title">Where you are signed in</h2>
      {sessions.isPending && <Waiting />}
      <Trouble error={sessions.error ?? end.error} />
      <ul className="plain-list sessions">
        {sessions.data?.sessions.map(({ id, since, from, agent, own }) => (
          <li key={id}>
            <span>
              <b>{browserOf(agent)}</b>
              {own && ', this one'}
              <br />
              <span className="quiet">
                since {moment(since)}, from {from}
              </span>
            </span>
            {!own && (
              <Button variant="quiet" className="end" onClick={() => end.mutate({ params: { id } })}>
                sign out there
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

const SYSTEMS: [RegExp, string][] = [
  [/Android/, 'an Android phone or tablet'],
  [/iPhone|iPad/, 'an iPhone or iPad'],
  [/Windows/, 'a Windows computer'],
  [/Mac OS/, 'a Mac'],
  [/Linux/, 'a Linux computer'],
];

/** What a person would call the device; browsers say more than anybody wants to read. */
const browserOf = (agent: string): string => SYSTEMS.find(([sign]) => sign.test(agent))?.[1] ?? 'some device';

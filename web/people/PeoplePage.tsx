import { useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { z } from 'zod';
import type { AnswerOf, Role } from '../../contract/endpoint.ts';
import type { Endpoints } from '../../contract/index.ts';
import { invitationFields } from '../../contract/people/endpoints.ts';
import { counted } from '../../words/counted.ts';
import { formatDate } from '../../words/format.ts';
import { useEndpointMutation, useEndpointQuery, useUnits } from '../api/hooks.ts';
import { newId } from '../api/ids.ts';
import { DraftForm, useDraftForm } from '../parts/DraftForm.tsx';
import { SelectField, TextField } from '../parts/fields.tsx';
import { Trouble, Waiting } from '../parts/states.tsx';

const ROLE_WORDS: Record<Role, string> = { owner: 'owner', estimator: 'estimator', crew: 'crew' };

type People = AnswerOf<Endpoints['listPeople']>;

export function PeoplePage() {
  const people = useEndpointQuery('listPeople');
  const [link, setLink] = useState<{ name: string; token: string } | null>(null);
  if (people.isPending) return <Waiting />;
  if (people.isError) return <Trouble error={people.error} retry={() => people.refetch()} />;
  return (
    <>
      <div className="desk-head">
        <h1>People</h1>
      </div>
      <div className="list-and-form">
        <section className="panel">
          <table className="table people-table">
            <thead>
              <tr>
                <th>Name</th>
                <th>Role</th>
                <th>Second factor</th>
                <th className="text-nowrap">Signed in at</th>
                <th>Account</th>
              </tr>
            </thead>
            <tbody>
              {people.data.people.map((person) => (
                <PersonRow key={person.id} person={person} onLink={(token) => setLink({ name: person.name, token })} />
              ))}
            </tbody>
          </table>
          {link && (
            <div className="notice fine" role="status">
              Give {link.name} this link. It sets a new password, once, within a day, and is not shown again:
              <br />
              <code className="text-break">{`${window.location.origin}/reset/${link.token}`}</code>
            </div>
          )}
          <p className="quiet">
            A new role, password or second factor signs that person out and ends the links they made.
          </p>
          <Invitations invitations={people.data.invitations} />
          <ForAll forAll={people.data.secondFactorForAll} />
        </section>
        <Invite />
      </div>
    </>
  );
}

function PersonRow({ person, onLink }: { person: People['people'][number]; onLink: (token: string) => void }) {
  const change = useEndpointMutation('changePerson');
  const linkId = useRef(newId());
  const link = useEndpointMutation('makeResetLink', ({ token }) => {
    linkId.current = newId();
    if (token) onLink(token);
  });
  const drop = useEndpointMutation('dropFactorOf');
  const send = (body: { role?: Role; disabled?: boolean }) =>
    change.mutate({ params: { id: person.id }, body: { ...body, version: person.version } });
  return (
    <tr>
      <td>
        {person.name}
        <div className="quiet text-break">{person.email}</div>
      </td>
      <td>
        <Form.Select
          size="sm"
          aria-label={`Role of ${person.name}`}
          value={person.role}
          onChange={(event) => send({ role: event.target.value as Role })}
        >
          {Object.entries(ROLE_WORDS).map(([key, word]) => (
            <option key={key} value={key}>
              {word}
            </option>
          ))}
        </Form.Select>
        <Trouble error={change.error ?? link.error ?? drop.error} />
      </td>
      <td data-label="Second factor">
        {person.secondFactor ? 'on' : 'off'}
        {person.secondFactor && (
          <Button variant="quiet" onClick={() => drop.mutate({ params: { id: person.id } })}>
            lost: take it away
          </Button>
        )}
      </td>
      <td data-label="Signed in at">{person.sessions === 0 ? 'no device' : counted(person.sessions, 'device')}</td>
      <td className="text-nowrap">
        <Button
          variant="quiet"
          disabled={person.disabled || link.isPending}
          onClick={() => link.mutate({ params: { id: person.id }, body: { id: linkId.current } })}
        >
          new password
        </Button>
        <Button variant="quiet" onClick={() => send({ disabled: !person.disabled })}>
          {person.disabled ? 'open again' : 'close'}
        </Button>
      </td>
    </tr>
  );
}

function Invitations({ invitations }: Pick<People, 'invitations'>) {
  const units = useUnits();
  const revoke = useEndpointMutation('revokeInvitation');
  if (invitations.length === 0) return null;
  return (
    <>
      <h2>Invited, not here yet</h2>
      <Trouble error={revoke.error} />
      <ul className="plain-list">
        {invitations.map(({ id, name, role, expiresAt, ended }) => (
          <li key={id} className="invited">
            {name}, {ROLE_WORDS[role]}
            <span className="end">
              {ended ? 'link ended: invite again' : `link works until ${formatDate(expiresAt, units)}`}{' '}
              <Button variant="quiet" onClick={() => revoke.mutate({ params: { id } })}>
                take it back
              </Button>
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}

function ForAll({ forAll }: { forAll: boolean }) {
  const ask = useEndpointMutation('requireFactor');
  return (
    <div className="mt-3">
      <Form.Check
        type="switch"
        id="factor-for-all"
        label="Everybody has to have a second factor"
        checked={forAll}
        disabled={ask.isPending}
        onChange={(event) => ask.mutate({ body: { forAll: event.target.checked } })}
      />
      <span className="quiet">Whoever has none sets one up at the next step; nothing else is open to them before.</span>
      <Trouble error={ask.error} />
    </div>
  );
}

const ROLES_EXPLAINED = [
  ['crew', 'crew: jobs and inspections, no prices'],
  ['estimator', 'estimator: everything but people and company'],
  ['owner', 'owner: everything'],
] as const;

function Invite() {
  const draft = useDraftForm('invitation', invitationFields, { name: '', email: '', role: 'crew' });
  const invite = useEndpointMutation('invite', () => draft.sent());
  const token = invite.data?.token;
  return (
    <DraftForm
      draft={draft}
      className="panel"
      onSubmit={(values: z.output<typeof invitationFields>, id) => invite.mutate({ body: { id, ...values } })}
    >
      <h2>Invite somebody</h2>
      <TextField name="name" label="Name" />
      <TextField name="email" label="Address" type="email" className="mt-2" />
      <SelectField name="role" label="Role" options={ROLES_EXPLAINED} className="mt-2" />
      <Trouble error={invite.error} />
      <Button type="submit" className="mt-3" disabled={invite.isPending}>
        Make the link
      </Button>
      {token && (
        <div className="notice fine" role="status">
          Give them this link. It works once, for seven days, and is not shown again:
          <br />
          <code className="text-break">{`${window.location.origin}/join/${token}`}</code>
        </div>
      )}
    </DraftForm>
  );
}

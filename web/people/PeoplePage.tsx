import { useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { Role } from '../../contract/endpoint.ts';
import type { Person } from '../../contract/people/endpoints.ts';
import { formatDate } from '../../core/units/format.ts';
import { useAsk, useDo, useGlass } from '../api/hooks.ts';
import { newId } from '../api/ids.ts';
import { Trouble, Waiting } from '../parts/states.tsx';

const ROLE_WORDS: Record<Role, string> = { owner: 'owner', estimator: 'estimator', crew: 'crew' };

export function PeoplePage() {
  const people = useAsk('listPeople');
  const glass = useGlass();
  if (people.isPending) return <Waiting />;
  if (people.isError) return <Trouble error={people.error} retry={() => people.refetch()} />;
  return (
    <>
      <div className="desk-head">
        <h1>People</h1>
      </div>
      <div className="two">
        <section className="sheet">
          <table className="table">
            <thead>
              <tr>
                <th>Name</th>
                <th>Address</th>
                <th>Role</th>
                <th>Account</th>
              </tr>
            </thead>
            <tbody>
              {people.data.people.map((person) => (
                <PersonRow key={person.id} person={person} />
              ))}
            </tbody>
          </table>
          {people.data.invitations.length > 0 && <h2>Invited, not here yet</h2>}
          <ul className="plain-list">
            {people.data.invitations.map(({ id, name, role, expiresAt }) => (
              <li key={id}>
                {name}, {ROLE_WORDS[role]} <span className="end">link works until {formatDate(expiresAt, glass)}</span>
              </li>
            ))}
          </ul>
        </section>
        <Invite />
      </div>
    </>
  );
}

function PersonRow({ person }: { person: Person }) {
  const change = useDo('changePerson');
  const send = (body: { role?: Role; disabled?: boolean }) =>
    change.mutate({ params: { id: person.id }, body: { ...body, version: person.version } });
  return (
    <tr>
      <td>{person.name}</td>
      <td>{person.email}</td>
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
        <Trouble error={change.error} />
      </td>
      <td>
        <Button variant="quiet" onClick={() => send({ disabled: !person.disabled })}>
          {person.disabled ? 'open again' : 'close'}
        </Button>
      </td>
    </tr>
  );
}

function Invite() {
  const [name, setName] = useState('');
  const [email, setEmail] = useState('');
  const [role, setRole] = useState<Role>('crew');
  const id = useRef(newId());
  const invite = useDo('invite', () => {
    id.current = newId();
    setName('');
    setEmail('');
  });
  const token = invite.data?.token;
  return (
    <Form
      className="sheet"
      onSubmit={(event) => {
        event.preventDefault();
        invite.mutate({ body: { id: id.current, name, email, role } });
      }}
    >
      <h2>Invite somebody</h2>
      <Form.Label htmlFor="invite-name">Name</Form.Label>
      <Form.Control id="invite-name" value={name} required onChange={(event) => setName(event.target.value)} />
      <Form.Label htmlFor="invite-email" className="mt-2">
        Address
      </Form.Label>
      <Form.Control
        id="invite-email"
        type="email"
        value={email}
        required
        onChange={(event) => setEmail(event.target.value)}
      />
      <Form.Label htmlFor="invite-role" className="mt-2">
        Role
      </Form.Label>
      <Form.Select id="invite-role" value={role} onChange={(event) => setRole(event.target.value as Role)}>
        <option value="crew">crew: jobs and inspections, no prices to change</option>
        <option value="estimator">estimator: everything but people and company</option>
        <option value="owner">owner: everything</option>
      </Form.Select>
      <Trouble error={invite.error} />
      <Button type="submit" className="mt-3" disabled={invite.isPending}>
        Make the link
      </Button>
      {token && (
        <div className="notice fine" role="status">
          Give them this link. It works once, for seven days, and is not shown again:
          <br />
          <code>{`${window.location.origin}/join/${token}`}</code>
        </div>
      )}
    </Form>
  );
}

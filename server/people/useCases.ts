import { companyCard } from '../../contract/company/endpoints.ts';
import type { BodyOf } from '../../contract/endpoint.ts';
import type { Person, peopleEndpoints, Session } from '../../contract/people/endpoints.ts';
import { MILLISECONDS_PER_DAY } from '../../core/time/utc.ts';
import { readCompanyRow } from '../company/storage.ts';
import type { Context, OpenContext } from '../context.ts';
import { invalid, notFound, outOfOrder } from '../errors.ts';
import { json } from '../storage/database.ts';
import { inTransaction } from '../storage/transactions.ts';
import { createOnce, mustFind, trail, updateVersioned } from '../storage/writing.ts';
import { refuseCommon } from './commonPasswords.ts';
import { knowDevice } from './deviceStorage.ts';
import { lockStanding } from './epochStorage.ts';
import { endWhatStands } from './epochs.ts';
import { refuseGuess } from './guessing.ts';
import { insertInvitation, invitationByToken, revoke, useInvitation, waitingInvitations } from './invitationStorage.ts';
import { hashPassword, hashToken, makeToken } from './passwords.ts';
import { factorOf } from './secondFactor.ts';
import { factorForAll } from './secondFactorStorage.ts';
import { countSessions } from './sessionStorage.ts';
import {
  findPerson,
  findPersonByEmail,
  insertPerson,
  listPeopleRows,
  otherOwners,
  type PersonRow,
  personWhoMayEnter,
  toPerson,
} from './storage.ts';

type Endpoints = typeof peopleEndpoints;

const INVITATION_DAYS = 7;

/** Who is signed in, and what everybody of the company may know of it. */
export async function readSession(context: OpenContext, csrf: string): Promise<Session> {
  const row = context.person ? await findPerson(context.database, context.person.id) : undefined;
  const signedIn = row && (await personWhoMayEnter(context.database, row.id));
  return {
    person: row ? toPerson(row) : null,
    company: row ? companyCard.nullable().parse(await readCompanyRow(context.database)) : null,
    csrf,
    now: context.clock().toISOString(),
    mustSetUpFactor: signedIn?.mustSetUpFactor ?? false,
  };
}

export function setUnits(context: Context, body: BodyOf<Endpoints['setUnits']>): Promise<Person> {
  const { version, ...units } = body;
  return inTransaction(context, async (trx) => {
    const row = { table: 'people', record: 'person', id: context.person.id, version };
    // What an older page does not know of stays as it is.
    await updateVersioned(trx, context, row, { units: json({ ...context.person.units, ...units }) });
    return toPerson(await mustFind<PersonRow>(trx, 'people', context.person.id, 'person'));
  });
}

export async function listPeople({ database, clock }: Context) {
  const sessions = await countSessions(database, clock());
  const people = [];
  for (const row of await listPeopleRows(database)) {
    people.push({
      ...toPerson(row),
      secondFactor: await factorOf(database, row.id),
      sessions: sessions.get(row.id) ?? 0,
    });
  }
  const invitations = await waitingInvitations(database, clock());
  return { people, invitations, secondFactorForAll: await factorForAll(database) };
}

export function changePerson(context: Context, id: string, body: BodyOf<Endpoints['changePerson']>): Promise<Person> {
  const { version, ...changes } = body;
  return inTransaction(context, async (trx) => {
    const before = await mustFind<PersonRow>(trx, 'people', id, 'person');
    const losesOwner = before.role === 'owner' && (changes.disabled === true || (changes.role ?? 'owner') !== 'owner');
    if (losesOwner && (await otherOwners(trx, id)) === 0) {
      throw invalid('role', 'the last owner cannot be taken away; make somebody else an owner first');
    }
    await updateVersioned(trx, context, { table: 'people', record: 'person', id, version }, changes);
    const isOther = (key: 'role' | 'disabled') => changes[key] !== undefined && changes[key] !== before[key];
    if (isOther('role') || isOther('disabled')) await endWhatStands(trx, id);
    return toPerson(await mustFind<PersonRow>(trx, 'people', id, 'person'));
  });
}

/** Invites somebody. The token leaves the server once, in this answer; a retry gets none. */
export function invite(context: Context, body: BodyOf<Endpoints['invite']>) {
  const token = makeToken();
  const expiresAt = new Date(context.clock().getTime() + INVITATION_DAYS * MILLISECONDS_PER_DAY);
  return inTransaction(context, async (trx) => {
    if (await findPersonByEmail(trx, body.email)) throw invalid('email', 'already belongs to somebody here');
    const made = await createOnce(trx, context, 'invitation', body, () =>
      insertInvitation(trx, {
        ...body,
        tokenHash: hashToken(token),
        expiresAt,
        invitedBy: context.person.id,
        makerEpoch: context.person.epoch,
      }),
    );
    if (made) return { id: body.id, token, expiresAt: expiresAt.toISOString() };
    const row = await mustFind<{ expiresAt: string }>(trx, 'invitations', body.id, 'invitation');
    return { id: body.id, token: null, expiresAt: row.expiresAt };
  });
}

/** Takes an invitation back. */
export function revokeInvitation(context: Context, id: string): Promise<undefined> {
  return inTransaction(context, async (trx) => {
    if (!(await revoke(trx, id, context.clock()))) throw notFound('open invitation');
    await trail(trx, context, { record: 'invitation', id, action: 'revoke' });
    return undefined;
  });
}

async function openInvitation(context: OpenContext, token: string) {
  const row = await invitationByToken(context.database, hashToken(token), context.clock());
  return row ?? refuseGuess(context, 'open invitation: it was used or has expired; ask for a new link');
}

export async function readInvitation(context: OpenContext, token: string) {
  const { name, email, role } = await openInvitation(context, token);
  const company = await readCompanyRow(context.database);
  return { name, email, role, company: company?.name ?? '' };
}

export async function acceptInvitation(
  context: OpenContext,
  token: string,
  body: BodyOf<Endpoints['acceptInvitation']>,
  device: string,
): Promise<PersonRow> {
  const invitation = await openInvitation(context, token);
  const name = invitation.name || body.name;
  const email = invitation.email || body.email;
  if (name === undefined) throw invalid('name', 'is missing; type yours');
  if (email === undefined) throw invalid('email', 'is missing; type the address you will sign in with');
  refuseCommon(body.password, [email, name]);
  const passwordHash = await hashPassword(body.password);
  return inTransaction(context, async (trx) => {
    await lockStanding(trx, [invitation.invitedBy]);
    const used = await useInvitation(trx, invitation.id, context.clock());
    if (!used) throw outOfOrder('This invitation has been used, or has ended. Ask for a new link.');
    const { id, role } = invitation;
    await insertPerson(trx, { id, name, email, role, passwordHash });
    await knowDevice(trx, id, hashToken(device), context.clock());
    await trail(
      trx,
      { ...context, person: { id } },
      { record: 'person', id, action: 'accept', change: { name, email, role } },
    );
    return mustFind<PersonRow>(trx, 'people', id, 'person');
  });
}

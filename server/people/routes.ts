import type { accountEndpoints } from '../../contract/people/account.ts';
import type { peopleEndpoints } from '../../contract/people/endpoints.ts';
import type { OpenContext } from '../context.ts';
import type { Handlers, SessionDoor } from '../handlers.ts';
import { signedOut } from './epochs.ts';
import { changePassword, makeResetLink, readResetLink, resetPassword } from './passwordChange.ts';
import { makeToken } from './passwords.ts';
import * as factor from './secondFactor.ts';
import { endSession, listSessions } from './sessions.ts';
import { signIn } from './signIn.ts';
import { type PersonRow, personWhoMayEnter } from './storage.ts';
import * as people from './useCases.ts';

/**
 * Opens a session and answers with what the page needs to go on. It stands on what was checked: where that has changed since, it
 * opens nothing.
 */
async function openFor(
  context: OpenContext,
  session: SessionDoor,
  { id, epoch }: Pick<PersonRow, 'id' | 'epoch'>,
  device: string,
) {
  const csrf = await session.open({ personId: id, epoch }, device);
  const person = (await personWhoMayEnter(context.database, id)) ?? null;
  if (person?.epoch !== epoch) {
    await session.close();
    throw signedOut();
  }
  return people.readSession({ ...context, person }, csrf);
}

export const peopleHandlers: Pick<Handlers, keyof typeof peopleEndpoints> = {
  readSession: (context, { session }) => people.readSession(context, session.csrf()),
  signIn: async (context, { body, session }) => {
    const device = session.device() ?? makeToken();
    const person = await signIn(context, body, { device, agent: session.agent() });
    return openFor(context, session, person, device);
  },
  signOut: async (_context, { session }) => {
    await session.close();
    return undefined;
  },
  setUnits: (context, { body }) => people.setUnits(context, body),
  listPeople: (context) => people.listPeople(context),
  changePerson: (context, { params, body }) => people.changePerson(context, params.id, body),
  invite: (context, { body }) => people.invite(context, body),
  readInvitation: (context, { params }) => people.readInvitation(context, params.token),
  revokeInvitation: (context, { params }) => people.revokeInvitation(context, params.id),
  acceptInvitation: async (context, { params, body, session }) => {
    const device = session.device() ?? makeToken();
    const person = await people.acceptInvitation(context, params.token, body, device);
    return openFor(context, session, person, device);
  },
};

export const accountHandlers: Pick<Handlers, keyof typeof accountEndpoints> = {
  changePassword: (context, { body, session }) => changePassword(context, body, session.handle()),
  listSessions: (context, { session }) => listSessions(context, session.handle()),
  endSession: (context, { params }) => endSession(context, params.id),
  readFactor: (context) => factor.readFactor(context),
  beginFactor: (context, { body }) => factor.beginFactor(context, body),
  confirmFactor: (context, { body, session }) => factor.confirmFactor(context, body, session.handle()),
  dropFactor: (context, { body, session }) => factor.dropFactor(context, body, session.handle()),
  requireFactor: (context, { body }) => factor.requireFactor(context, body),
  dropFactorOf: (context, { params }) => factor.dropFactorOf(context, params.id),
  makeResetLink: (context, { params, body }) => makeResetLink(context, params.id, body),
  readResetLink: (context, { params }) => readResetLink(context, params.token),
  useResetLink: (context, { params, body, session }) =>
    resetPassword(context, params.token, body, session.rememberedDevice()),
};

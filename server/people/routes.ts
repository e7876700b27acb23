import type { peopleEndpoints } from '../../contract/people/endpoints.ts';
import type { Handlers } from '../http/handlers.ts';
import * as drill from './drill.ts';
import * as people from './useCases.ts';

export const peopleHandlers: Pick<Handlers, keyof typeof peopleEndpoints> = {
  readSession: (context, { session }) => people.readSession(context, session.csrf()),
  signIn: async (context, { body, session }) => {
    const person = await people.signIn(context, body);
    return people.readSession({ ...context, person }, await session.open(person.id));
  },
  signOut: async (_context, { session }) => {
    await session.close();
    return undefined;
  },
  setGlass: (context, { body }) => people.setGlass(context, body),
  recordDrillRound: (context, { body }) => drill.recordRound(context, body),
  listDrillRounds: (context, { query }) => drill.listRounds(context, query),
  listPeople: (context) => people.listPeople(context),
  changePerson: (context, { params, body }) => people.changePerson(context, params.id, body),
  invite: (context, { body }) => people.invite(context, body),
  readInvitation: (context, { params }) => people.readInvitation(context, params.token),
  acceptInvitation: async (context, { params, body, session }) => {
    const person = await people.acceptInvitation(context, params.token, body);
    return people.readSession({ ...context, person }, await session.open(person.id));
  },
  readCompany: (context) => people.readCompany(context),
  changeCompany: (context, { body }) => people.changeCompany(context, body),
};

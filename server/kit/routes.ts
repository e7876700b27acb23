import type { checklistEndpoints } from '../../contract/kit/checklists.ts';
import type { kitEndpoints } from '../../contract/kit/endpoints.ts';
import type { Handlers } from '../handlers.ts';
import * as checklists from './checklists.ts';
import * as kit from './useCases.ts';

export const kitHandlers: Pick<Handlers, keyof typeof kitEndpoints> = {
  readKit: (context) => kit.readKit(context),
  addThing: (context, { body }) => kit.addThing(context, body),
  changeThing: (context, { params, body }) => kit.changeThing(context, params.id, body),
  addKitEntry: (context, { params, body }) => kit.addKitEntry(context, params.id, body),
};

export const checklistHandlers: Pick<Handlers, keyof typeof checklistEndpoints> = {
  readChecklists: (context) => checklists.readChecklists(context),
  saveChecklist: (context, { params, body }) => checklists.saveChecklist(context, params.id, body),
};

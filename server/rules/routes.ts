import type { rulesEndpoints } from '../../contract/rules/endpoints.ts';
import type { Handlers } from '../handlers.ts';
import * as rules from './useCases.ts';

export const rulesHandlers: Pick<Handlers, keyof typeof rulesEndpoints> = {
  readRules: (context) => rules.readRules(context),
  changeRules: (context, { body }) => rules.changeRules(context, body),
};

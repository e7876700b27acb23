import type { companyEndpoints } from '../../contract/company/endpoints.ts';
import type { Handlers } from '../handlers.ts';
import * as company from './useCases.ts';

export const companyHandlers: Pick<Handlers, keyof typeof companyEndpoints> = {
  readCompany: (context) => company.readCompany(context),
  changeCompany: (context, { body }) => company.changeCompany(context, body),
  readCosts: (context) => company.readCosts(context.database),
  changeCosts: (context, { body }) => company.changeCosts(context, body),
};

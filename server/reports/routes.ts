import type { reportsEndpoints } from '../../contract/reports/endpoints.ts';
import type { Handlers } from '../handlers.ts';
import { makeReportPaper } from './paper.ts';
import * as reports from './useCases.ts';

export const reportsHandlers: Pick<Handlers, keyof typeof reportsEndpoints> = {
  draftReport: (context, { params, body }) => reports.draftReport(context, params.id, body),
  readReport: (context, { params }) => reports.showReport(context, context.database, params.id),
  signReport: (context, { params, body }) => reports.signReport(context, params.id, body),
  amendReport: (context, { params, body }) => reports.amendReport(context, params.id, body),
  reportPaper: (context, { params }) => makeReportPaper(context, params.id),
};

import type { quickLookEndpoints } from '../../contract/inspections/quickLooks.ts';
import type { Handlers } from '../handlers.ts';
import { answerCall, makeCallLink, noteCallRead, readCall } from './callLinks.ts';
import { makeDefectPaper } from './defectPaper.ts';
import * as quickLooks from './quickLooks.ts';
import * as inspections from './useCases.ts';

export const inspectionsHandlers: Pick<
  Handlers,
  'recordInspection' | 'listInspections' | 'amendInspection' | 'defectPaper'
> = {
  recordInspection: (context, { params, body }) => inspections.recordInspection(context, params.id, body),
  listInspections: (context, { params, query }) => inspections.listInspections(context, params.id, query),
  amendInspection: (context, { params, body }) => inspections.amendInspection(context, params.id, body),
  defectPaper: (context, { params }) => makeDefectPaper(context, params.id),
};

export const quickLookHandlers: Pick<Handlers, keyof typeof quickLookEndpoints> = {
  takeQuickLook: (context, { body }) => quickLooks.takeQuickLook(context, body),
  listQuickLooks: (context, { query }) => quickLooks.listQuickLooks(context, query),
  makeCallLink: (context, { params }) => makeCallLink(context, params.id),
  readCall: (context, { params }) => readCall(context, params.token),
  noteCallRead: (context, { params }) => noteCallRead(context, params.token),
  answerCall: (context, { params, body }) => answerCall(context, params.token, body),
  settleQuickLook: (context, { params, body }) => quickLooks.settleQuickLook(context, params.id, body),
};

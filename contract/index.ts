import { agreementsEndpoints } from './agreements/endpoints.ts';
import { backupsEndpoints } from './backups/endpoints.ts';
import { calendarEndpoints } from './calendar/endpoints.ts';
import { companyEndpoints } from './company/endpoints.ts';
import { drillEndpoints } from './drill/endpoints.ts';
import type { Endpoint } from './endpoint.ts';
import { figuresEndpoints } from './figures/endpoints.ts';
import { importsEndpoints } from './imports/endpoints.ts';
import { inspectionsEndpoints } from './inspections/endpoints.ts';
import { quickLookEndpoints } from './inspections/quickLooks.ts';
import { jobsEndpoints } from './jobs/endpoints.ts';
import { checklistEndpoints } from './kit/checklists.ts';
import { kitEndpoints } from './kit/endpoints.ts';
import { lettersEndpoints } from './letters/endpoints.ts';
import { methodsEndpoints } from './methods/endpoints.ts';
import { safetyEndpoints } from './methods/safety.ts';
import { accountEndpoints } from './people/account.ts';
import { peopleEndpoints } from './people/endpoints.ts';
import { quotesEndpoints } from './quotes/endpoints.ts';
import { reckoningEndpoints } from './reckoning/endpoints.ts';
import { reportsEndpoints } from './reports/endpoints.ts';
import { rulesEndpoints } from './rules/endpoints.ts';
import { scheduleEndpoints } from './schedule/endpoints.ts';
import { sitesEndpoints } from './sites/endpoints.ts';
import { systemEndpoints } from './system/endpoints.ts';
import { uploadsEndpoints } from './uploads/endpoints.ts';
import { waterEndpoints } from './water/endpoints.ts';
import { resinEndpoints } from './water/resin.ts';
import { weatherEndpoints } from './weather/endpoints.ts';

/** Every endpoint of the server under its name. */
export const endpoints = {
  ...peopleEndpoints,
  ...accountEndpoints,
  ...drillEndpoints,
  ...companyEndpoints,
  ...sitesEndpoints,
  ...waterEndpoints,
  ...resinEndpoints,
  ...inspectionsEndpoints,
  ...quickLookEndpoints,
  ...reckoningEndpoints,
  ...figuresEndpoints,
  ...rulesEndpoints,
  ...weatherEndpoints,
  ...kitEndpoints,
  ...checklistEndpoints,
  ...methodsEndpoints,
  ...safetyEndpoints,
  ...quotesEndpoints,
  ...jobsEndpoints,
  ...agreementsEndpoints,
  ...lettersEndpoints,
  ...calendarEndpoints,
  ...reportsEndpoints,
  ...scheduleEndpoints,
  ...importsEndpoints,
  ...backupsEndpoints,
  ...uploadsEndpoints,
  ...systemEndpoints,
};

export type Endpoints = typeof endpoints;
export type EndpointName = keyof Endpoints;
export const endpointList = Object.entries(endpoints) as [EndpointName, Endpoint][];

import type { QueryClient } from '@tanstack/react-query';
import type { EndpointName, Endpoints } from '../../contract/index.ts';

type Reading = { [K in EndpointName]: Endpoints[K]['method'] extends 'GET' ? K : never }[EndpointName];
export type Writing = Exclude<EndpointName, Reading>;

/** Where the steps of a site are seen: its spread, the list of sites, and the day with what to chase. */
const STANDING = ['readSite', 'listSites', 'readDay'] as const satisfies readonly Reading[];
/** What is seen of a site that follows from the site and its arrays themselves. */
const SITE = [
  ...STANDING,
  ...(['listInspections', 'listReckonings', 'listPlans', 'listPhotos', 'listJobs', 'listQuotes', 'readJob'] as const),
  ...(['readQuote', 'readReport', 'readWeather', 'readEnergy', 'readOutlook'] as const),
] satisfies readonly Reading[];
const QUOTES = [...STANDING, 'readQuote', 'listQuotes', 'quoteMargin'] as const satisfies readonly Reading[];
const JOBS = [
  ...STANDING,
  'readKit',
  'readKitDays',
  'readJob',
  'listJobs',
  'listAgreements',
  'readReport',
  'readFigures',
] as const satisfies readonly Reading[];
/** What changes with a visit of an agreement, or with its job. */
const VISITS = JOBS;
const WEATHER = ['readWeather', 'readEnergy', 'listReckonings'] as const satisfies readonly Reading[];
const PICTURES = ['listPhotos', 'listInspections', 'readJob', 'readReport'] as const satisfies readonly Reading[];
const KIT = ['readKit', 'readKitDays', 'readJob', 'listPlans', 'readReport'] as const satisfies readonly Reading[];
const PEOPLE = ['listPeople', 'readFigures'] as const satisfies readonly Reading[];

/** Which readings a write may have made old: these are asked again after it, and no others. */
export const CHANGES: Record<Writing, readonly Reading[] | 'everything'> = {
  acceptInvitation: 'everything',
  addEntries: JOBS,
  addPhoto: PICTURES,
  addWaterReading: STANDING,
  amendInspection: ['listInspections'],
  amendReport: ['readReport'],
  beginFactor: ['readFactor'],
  changeArray: SITE,
  changeBackups: ['readBackups'],
  changeCompany: 'everything',
  changePassword: ['listSessions', 'readCalendarLink', 'listPeople'],
  changePerson: 'everything',
  changePhoto: PICTURES,
  changeQuote: QUOTES,
  changeSite: SITE,
  confirmFactor: 'everything',
  createArray: SITE,
  createSite: [...SITE, 'listQuickLooks'],
  decideQuote: [...QUOTES, 'listAgreements'],
  draftQuote: QUOTES,
  draftReport: JOBS,
  dropClimate: WEATHER,
  dropFactor: 'everything',
  dropFactorOf: PEOPLE,
  endSession: ['listSessions', 'listPeople'],
  importClimate: WEATHER,
  importEnergy: ['readEnergy'],
  importRain: WEATHER,
  importSites: ['listImports'],
  invite: PEOPLE,
  makePlan: [...QUOTES, 'listPlans'],
  makeResetLink: PEOPLE,
  markPhoto: PICTURES,
  moveJob: JOBS,
  putPart: [],
  reckon: [...STANDING, 'listReckonings', 'readFigures'],
  recordDrillRound: ['listDrillRounds', 'readFigures'],
  recordInspection: [...STANDING, ...PICTURES, 'listReckonings'],
  refreshWeather: WEATHER,
  removePhoto: PICTURES,
  requestBackup: ['readBackups'],
  requireFactor: 'everything',
  reviseQuote: QUOTES,
  revokeInvitation: PEOPLE,
  scheduleJob: [...JOBS, 'readQuote', 'listQuotes'],
  sendQuote: QUOTES,
  setUnits: ['readSession'],
  setOutlook: ['readOutlook', 'listReckonings', ...STANDING],
  settleQuickLook: ['listQuickLooks'],
  signIn: 'everything',
  signOut: 'everything',
  signReport: JOBS,
  takeQuickLook: ['listQuickLooks'],
  makeCallLink: ['listQuickLooks'],
  answerCall: [],
  noteCallRead: [],
  noteLetterRead: [],
  changeRules: ['readRules', 'readFigures', 'listPlans'],
  addThing: KIT,
  changeThing: KIT,
  addKitEntry: KIT,
  saveChecklist: ['readChecklists'],
  writeSafety: ['readSafety', 'readJob'],
  addVisit: VISITS,
  noteDeposit: VISITS,
  noteLineUp: [...VISITS, ...SITE],
  dropLine: VISITS,
  changeCosts: 'everything',
  bookVisit: VISITS,
  moveVisit: VISITS,
  skipVisit: VISITS,
  resumeVisit: VISITS,
  renewAgreement: VISITS,
  cancelAgreement: VISITS,
  followUpQuote: ['listFollowUps', 'listFollowing', 'listQuotes', 'readQuote', 'readDay'],
  makeCalendarLink: ['readCalendarLink'],
  dropCalendarLink: ['readCalendarLink'],
  makeLetter: ['listLetters'],
  withdrawLetter: ['listLetters'],
  answerLetter: ['listLetters', 'readDay'],
  askByLetter: [],
  decideByLetter: [],
  addVessel: ['readResin'],
  addResinEntry: ['readResin'],
  useFigures: ['readFigures', 'listReckonings', 'listPlans'],
  useResetLink: [],
};

/** Has what a write may have made old asked again. */
export async function invalidateAfter(client: QueryClient, name: Writing): Promise<void> {
  const old = CHANGES[name];
  if (old === 'everything') return client.invalidateQueries();
  await Promise.all(old.map((reading) => client.invalidateQueries({ queryKey: [reading] })));
}

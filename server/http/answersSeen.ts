/** Names that stand in no answer, whoever asks: what would let its reader in, and what belongs to the inside. */
export const NOBODY_SEES = new Set([
  'passwordHash',
  'tokenHash',
  'sessionSecret',
  'secret',
  'sess',
  'sid',
  'hash',
  'lastStep',
  'digest',
  'original',
  'upright',
  'thumbnail',
]);

const CREW = `
  after agent agree altitude amendments answer array arrayId arrays ask assumed assumption at azimuth because becomes
  before birds bladeAgreed bladed bond brushed by calculationVersion capped causes caution cautions cells change
  chase claim cleanEnergy cleaned climate clockGap code codesLeft column columns come-back coming company comparison
  content count createdAt csrf currency curve customer customerId dailyRate date dateOrder days decimalMark
  defects demo detail disabled distinguishable drift drivers dry eaveHeight electronics email ends energy entries
  evidence expandedUncertainty expectation exportLimit figure file firm firstLight fitted forAll forecast formula
  from gain gammaPdc glass gone gracePeriod grade high id input inputs inspectedAt inspectionId installedOn
  instance inverterLimit irradianceRatio items jobId jobs key kind kit label lastLight lastWashed late latest
  latitude left limit limitShare litres longitude look loss lossNow lostEnergy lostShare low madeUp mark marked
  marks maxLoss mean meterReason mid minutes missing moduleWatts modules modulesLeft mount mustSetUpFactor name
  narrowing next nextBecause nextDate not-reached notDone note notes now observed offer on orientation origin
  otherwise output overrides own ownUse p10 p50 p90 packed paper patch pdc0 person phone photos place plan planId
  poaIrradiance power quantity quarrels quoteId quotes rain rainThreshold rate ratio reading rearFraction reason
  reasons received reckon recommended recordedAt recoverable repeatability reportId rinsed role row rows runOff
  scheduledFor seed seen sensor sentence service sessions shading share sheet show signature signedAt signedBy
  since sinceWash site siteId soils source spine startDay state status step steps storeys strings surfaceAzimuth
  surfaceTilt surroundings tempModule temperature temperatureCoefficient testPatch testimonies there things
  threshold tilt title to toEave toRidge touches travelKm travelMinutes trouble type uncertainty units unlooked
  unprintable unsigned value verb version visit warnings wash washedOn water waterLimit waterReadings waterSource way
  wet what when where wipe wipeTest witness year years zone
`;

/** Every name that the crew may find in an answer. One that is not here is added knowingly, or left out of the answer. */
export const CREW_SEES = new Set(CREW.split(/\s+/).filter(Boolean));

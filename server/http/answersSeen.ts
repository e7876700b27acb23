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
  after agent agree altitude amendments answer array arrayId arrays ask assumed assumption at azimuth because
  becomes before birds bladeAgreed bladed bond bonded bondedRainFactor bonding bondingPerDew brushed by
  calculationVersion capped causes caution cautions cells change chase claim cleanEnergy cleaned climate clockGap
  code codesLeft column columns come-back coming company comparison content count course courses createdAt csrf
  currency curve customer customerId date dateOrder day days decimalMark defects demo deposition detail disabled
  distinguishable drift drivers droppings droppingsRainFactor dry dust eaveHeight effective electronics email ends
  energy entries expandedUncertainty expectation expected exportLimit exposure figure file firm firstLight fitted
  forAll forecast formula from gain gammaPdc glass gone grade high horizon house id initial input inputs inspectedAt
  inspectionId installedOn instance inverterLimit irradianceRatio items jobId jobs key kind kit known label
  lastLight lastWashed late latest latitude learned left leftOut level lichen lichenDensity lichenGrowth
  lichenRadius limit limitShare litres longitude look lookOn loose loss lossNow lostEnergy lostShare low madeUp mark
  marked marks mean measurement members meterReason mid minutes mismatch missing moduleWatts modules modulesLeft
  mount mustSetUpFactor name narrowing next nextBecause nextDate not-reached notDone note notes now observations
  observed offer on orientation origin otherwise outlook output overrides own ownUse p10 p50 p90 packed paper
  parameters patch paying pays pdc0 people person phone photos place plan planId planOvertaken poaIrradiance power
  puddleFactor quantity quoteId quotes rain rainScale rate ratio reading rearFraction reason reasons received recent
  reckon recommended recordId recordedAt recoverable removal removalOdds repeatability reportId rinsed role row rows
  runOff says scheduledFor sd seed seen sensor sentence service sessions shading share sheet show signature signedAt
  signedBy since site siteId soils source spine standing standingLeft standingLoss startDay state status step steps
  storeys strings surfaceAzimuth surfaceTilt surprise surroundings taught tempModule temperature
  temperatureCoefficient testPatch there things tilt title to toEave toRidge today touches travelKm travelMinutes
  trouble type uncertainty unheard units unlooked unprintable unsigned until value verb version visit warnings wash
  washDays washedOn water waterLimit waterReadings waterSource way weight wet what when where wipe wipeTest wiring
  witnesses year years zone
`;

/** Every name that the crew may find in an answer. One that is not here is added knowingly, or left out of the answer. */
export const CREW_SEES = new Set(CREW.split(/\s+/).filter(Boolean));

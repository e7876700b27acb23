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
  access after agent agree ahead altitude amendments anchor answer array arrayId arrays asked asLead assumed assumption at
  azimuth batches because becomes before best between birds bladeAgreed bladed bond bonded bondedRainFactor bonding
  bondingPerDew boughtOn bristle brittle brittleWhere brush brushed by calculationVersion calibratedOn calibrateEvery
  calls capped causes caution cautions cells change changeAt charges chase checkedOn checkEvery checkPictures checks
  chlorine claim cleaned cleanEnergy climate clockGap code codesLeft column columns come-back coming company
  comparison competent computed content control count course courses createdAt csrf currency curve customer
  customerId date dateOrder day days decimalMark defects demo deposition deposits detail digits disabled distinguishable drawn
  drift drivers droppings droppingsRainFactor dry due dust earliest eaveHeight effective electronics email
  emergencyNumber emergencyPlace ends energy entries entry expandedUncertainty expectation expected exportLimit
  exposure face factor figure file fill findings firm firstLight fit fitted fittings flow forAll forecast formula
  found from gain gammaPdc glass gone grade groundOnly hardness hazards held high holdsPeople horizon hour house id
  initial input inputs inspectedAt inspectionId installedOn instance inUse inverterLimit irradianceRatio isolation
  items jobId jobs key kind kinds kit known label lacking lag lagUsed lastLight lasts lastWashed late latest latitude
  lead leadUsed learned least left leftOut length level lichen lichenDensity lichenGrowth lichenRadius likely limit
  limitShare lines linesWhere lists litres longest longitude look lookOn loose loss lossNow lostEnergy lostShare low
  madeAt madeUp mark marked marks mean measurement media members meter meterReason mid minutes mismatch missing modules
  modulesLeft moduleWatts most mount mustSetUpFactor name names narrowing next nextBecause nextCalibration nextCheck
  nextDate not-reached notDone note notes now number observations observed offer on onBestDay orientation origin
  others otherwise outlook output overrides own ownUse p10 p50 p90 packed paper parameters params passed patch paying
  pays pdc0 people person phone photos picture place plan planAtOtherPrices planId planOvertaken plumbing poaIrradiance power
  puddleFactor puddlesDrained quantity quoteId quotes rain rainScale rate ratio reading readings readWith
  rearFraction reason reasons received recent reckon recommended recordedAt recordId recoverable removal removalOdds
  repeatability reportId rescue rinsed role row rows runOff safety says scheduledFor sd sections seed seen sensor
  service sessions shading share sheet show signature signedAt signedBy since site siteId soils source spine standing
  standingLeft standingLoss stands startDay state status step steps storeys strings stroke sure surfaceAzimuth
  surfaceTilt surprise surroundings system taught temperature temperatureCoefficient tempModule testPatch text there
  thing things tilt title to today toEave together told toRidge touches travelKm travelMinutes trouble type
  uncertainty unheard unit units unlooked unprintable unsigned until usable usual value version vessel vessels visit
  visits volume wanted warnings wash washDays washedOn water waterLimit waterReadings waterSource way wear wearsAfter
  weight wet what when where width wipe wipeTest wiring witnesses working year years zone
`;

/** Every name that the crew may find in an answer. One that is not here is added knowingly, or left out of the answer. */
export const CREW_SEES = new Set(CREW.split(/\s+/).filter(Boolean));

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
  after agent agree ahead altitude amendments answer array arrayId arrays asLead assumed assumption at azimuth because
  becomes before best between birds bladeAgreed bladed bond bonded bondedRainFactor bonding bondingPerDew brush
  brushed by calculationVersion capped causes caution cautions cells change changeAt charges chase claim cleaned
  cleanEnergy climate clockGap code codesLeft column columns come-back coming company comparison computed content
  control count course courses createdAt csrf currency curve customer customerId date dateOrder day days decimalMark
  defects demo deposition detail digits disabled distinguishable drift drivers droppings droppingsRainFactor dry dust
  earliest eaveHeight effective electronics email ends energy entries entry expandedUncertainty expectation expected
  exportLimit exposure face factor figure file fill findings firm firstLight fitted forAll forecast formula from gain
  gammaPdc glass gone grade groundOnly high horizon house id initial input inputs inspectedAt inspectionId installedOn
  instance inverterLimit irradianceRatio items jobId jobs key kind kit known label lag lagUsed lastLight lastWashed
  late latest latitude lead leadUsed learned least left leftOut length level lichen lichenDensity lichenGrowth
  lichenRadius likely limit limitShare litres longitude look lookOn loose loss lossNow lostEnergy lostShare low madeUp
  mark marked marks mean measurement media members meter meterReason mid minutes mismatch missing modules modulesLeft
  moduleWatts most mount mustSetUpFactor name names narrowing next nextBecause nextDate not-reached notDone note notes
  now number observations observed offer on onBestDay orientation origin outlook output overrides own ownUse p10 p50
  p90 packed paper parameters params patch paying pays pdc0 people person phone photos place plan planId planOvertaken
  plumbing poaIrradiance power puddleFactor quantity quoteId quotes rain rainScale rate ratio reading readings
  readWith rearFraction reason reasons received recent reckon recommended recordedAt recordId recoverable removal
  removalOdds repeatability reportId rinsed role row rows runOff says scheduledFor sd seed seen sensor service
  sessions shading share sheet show signature signedAt signedBy since site siteId soils source spine standing
  standingLeft standingLoss startDay state status step steps storeys strings sure surfaceAzimuth surfaceTilt surprise
  surroundings system taught temperature temperatureCoefficient tempModule testPatch text there things tilt title to
  today toEave together told toRidge touches travelKm travelMinutes trouble type uncertainty unheard units unlooked
  unprintable unsigned until value version vessel vessels visit visits warnings wash washDays washedOn water
  waterLimit waterReadings waterSource way weight wet what when where wipe wipeTest wiring witnesses working year
  years zone
`;

/** Every name that the crew may find in an answer. One that is not here is added knowingly, or left out of the answer. */
export const CREW_SEES = new Set(CREW.split(/\s+/).filter(Boolean));

const CREW = `
  access address after agent agree ahead altitude amendments anchor answer areaLoss array arrayId arrays asked asLead
  assumed assumedStrings assumption at azimuth batches because becomes before best between birds bladeAgreed bladed
  bond bonded bondedRainFactor bonding bondingPerDew boughtOn bristle brittle brittleWhere brush brushed by bytes
  calculationVersion calibratedOn calibrateEvery calls capped caption causes caution cautions cells change changeAt
  charges chase checkedOn checkEvery checkPictures checks chlorine claim cleaned cleanEnergy climate clockGap code
  codesLeft column columns come-back coming company comparison competent computed conductivity content control cool
  count counter course courses createdAt csrf currency curve customer customerId date dateOrder day days decimalMark
  defects demo deposition deposits detail digits disabled distinguishable drawing drawn drift drivers droppings
  droppingsRainFactor dry due dust earliest eaveHeight effective electronics email emergencyNumber emergencyPlace ends
  energy entries entry evidence expandedUncertainty expectation expected exportLimit exposure face factor fetchedAt
  figure file fill findings firm firstLight fit fitted fittings flow forAll forecast formula found foundAt from gain
  gammaPdc gives glass gone grade groundOnly guess hardness hazards height held high holdsPeople horizon hour house
  how id initial input inputs inspectedAt inspectionId installedOn instance inUse inverter inverterEfficiency
  inverterLimit inverters irradianceRatio isolation items jobId jobs kept key kind kinds kit known label lacking lag
  lagUsed lastLight lastLook lasts lastWashed late latest latitude lead leadUsed learned least left leftOut length
  level lichen lichenDensity lichenGrowth lichenRadius likely limit limitShare lines linesWhere lists litres longest
  longitude look lookOn loose loss lossNow lostEnergy lostShare low madeAt madeUp mark marked marks mean measured
  measurement media members meter meterReason mid minutes mismatch missing module modules modulesLeft moduleWatts most
  mount mustSetUpFactor name names narrowing neighbour next nextBecause nextCalibration nextCheck nextDate not-reached
  notDone note notes now number observations observed offer on onBestDay orientation origin others otherwise outlook
  output overrides own ownUse p10 p50 p90 packed pacRated paper parameters params passed patch pattern paying pays
  pdc0 people performance person phone photos picture place plan planAtOtherPrices planId planOvertaken plumbing
  poaIrradiance pollen power powerLoss problem puddleFactor puddlesDrained quantity quoteId quotes radius rain
  rainChance rainScale rate ratio reading readings readWith rearFraction reason reasons received recent reckon
  recommended recordedAt recordId recoverable recoveryCodes removal removalOdds repeatability reportId representative
  rescue rinsed role row rows runOff safety says scheduledFor sd seasons secret sections seed seen sensor service
  sessions severity sha256 shading share sheet shortfall show side signature signedAt signedBy signer since site
  siteId soils source spine standing standingLeft standingLoss stands startDay state status step steps storeys strings
  strip strips stroke strokes sure surfaceAzimuth surfaceTilt surprise surroundings system takenAt taught tempAir
  temperature temperatureCoefficient tempModule testPatch text there thing things tilt title to today toEave together
  token told toRidge touches travelKm travelMinutes trouble truth type uncertainty unheard unit units unlooked
  unprintable unsigned until usable usual value version vessel vessels visit visits volume wanted warnings wash
  washDays washedOn water waterLimit waterReadings waterSource way wear wearsAfter weight wet what when where width
  windSpeed wipe wipeTest wiring working works worst x y year years zone
`;

/**
 * Every name that the crew may find in an answer: the endpoint takes whatever else a schema names out of what it answers them. One that
 * is not here is added knowingly, or stays out.
 */
export const CREW_SEES: ReadonlySet<string> = new Set(CREW.split(/\s+/).filter(Boolean));

/** Names that endpoints of the crew could answer and that stay at the desk: money, what was offered, and who has to be booked or chased. */
export const CREW_DOES_NOT_SEE: ReadonlySet<string> = new Set([
  'cost',
  'decidedBecause',
  'deposit',
  'dueFrom',
  'dueTo',
  'energyBought',
  'energySold',
  'gross',
  'lostValue',
  'nextOn',
  'price',
  'revision',
  'said',
  'sentAt',
  'validUntil',
  'valuePerKWh',
  'visitId',
  'worth',
]);

import type { BodyOf, QueryOf } from '../../contract/endpoint.ts';
import type { methodsEndpoints, Plan } from '../../contract/methods/endpoints.ts';
import type { Site, SolarArray } from '../../contract/sites/endpoints.ts';
import { foundOnPatch } from '../../core/comparisons/testPatch.ts';
import { rowsOfFace } from '../../core/fittings/lay.ts';
import { standingRows } from '../../core/fittings/standing.ts';
import type { DefectKind } from '../../core/inspections/defects.ts';
import { type Mark, soilsOfMarks } from '../../core/inspections/marks.ts';
import type { FaceOfFittings } from '../../core/planning/fitting.ts';
import type { PlanInput } from '../../core/planning/visit.ts';
import { valueOfEnergy } from '../../core/quotes/worth.ts';
import { foundOf, reachMap } from '../../core/reach/reachMap.ts';
import { CALCULATION_VERSION } from '../../core/reasons.ts';
import { rulesWithKit } from '../../core/rules/rulesWithKit.ts';
import { assumedFacts } from '../../core/sites/assumed.ts';
import { moduleCount } from '../../core/sites/layout.ts';
import { sectionOf } from '../../core/sites/section.ts';
import { WATER_DEFAULTS } from '../../core/water/treatment.ts';
import { pricesOf, readCompany } from '../company/useCases.ts';
import type { Context } from '../context.ts';
import { outOfOrder } from '../errors.ts';
import { figuresNow } from '../figures/now.ts';
import { fittingsLooksOf } from '../inspections/fittings.ts';
import { findInspection } from '../inspections/storage.ts';
import { registerNow } from '../kit/useCases.ts';
import { insertPlan, listPlanRows, readPlan } from '../plans/storage.ts';
import { lastReckonings } from '../reckoning/storage.ts';
import { rulesNow } from '../rules/useCases.ts';
import { arraysOfSite, readSite } from '../sites/storage.ts';
import type { Connection } from '../storage/database.ts';
import { pageOfEntered } from '../storage/paging.ts';
import { inTransaction } from '../storage/transactions.ts';
import { createOnce } from '../storage/writing.ts';
import { waterReadingsOfSite } from '../water/storage.ts';
import { waterPrices } from './prices.ts';

type Endpoints = typeof methodsEndpoints;

/** What water is taken to be where nobody has read it yet: the plan says that it is assumed. */
const UNREAD_WATER = {
  tap: { conductivity: 350, temperature: 18 },
  borehole: { conductivity: 1100, temperature: 20 },
  'rain-tank': { conductivity: 40, temperature: 18 },
  none: { conductivity: 350, temperature: 18 },
};

/** Defects of the glass itself, on which no weight, blade or machine comes. */
const CRACKED: readonly DefectKind[] = ['crack', 'delamination', 'hot-spot'];

const modulesWith = (defects: readonly { kind: DefectKind; module: number }[], kinds: readonly DefectKind[]): number =>
  new Set(defects.filter(({ kind }) => kinds.includes(kind)).map(({ module }) => module)).size;

/** Overrides as the calculation takes them: the value in place of value and reason, at any depth. */
function withoutReasons(overrides: unknown): unknown {
  if (overrides === null || typeof overrides !== 'object') return overrides;
  if ('value' in overrides && 'reason' in overrides) return overrides.value;
  return Object.fromEntries(Object.entries(overrides).map(([key, entry]) => [key, withoutReasons(entry)]));
}

/** The rows of a face with what stands on them, by what every look since it was fitted has found. */
async function fittingOf(
  connection: Connection,
  array: SolarArray,
  site: Pick<Site, 'zone'>,
  marks: readonly Mark[],
): Promise<FaceOfFittings> {
  const { fitted, origin } = array.drawing;
  const { rows, columns, missing, orientation } = array;
  const face = { rows, columns, missing, orientation, origin };
  const looks = await fittingsLooksOf(connection, array, site);
  const had: FaceOfFittings['had'] = {};
  for (const fitting of fitted) {
    const standing = standingRows(fitting, looks);
    if (standing.length > 0) had[fitting.kind] = [...(had[fitting.kind] ?? []), ...standing];
  }
  return { face, rows: rowsOfFace(face, marks), had };
}

/** The inputs of a plan, gathered from everything on record about a site. */
async function gather(context: Context, siteId: string, body: BodyOf<Endpoints['makePlan']>): Promise<PlanInput> {
  const { database } = context;
  const site = await readSite(database, siteId);
  const company = await readCompany(context);
  const arrays = await arraysOfSite(database, siteId);
  const reckonings = await lastReckonings(
    database,
    arrays.map(({ id }) => id),
  );
  const readings = await waterReadingsOfSite(database, siteId);
  const water = readings.find(({ source }) => source === null || source === site.waterSource);
  const hauled = readings.find(({ source }) => source === 'hauled');
  const reckoned = [];
  for (const array of arrays) {
    const reckoning = reckonings.find(({ arrayId }) => arrayId === array.id);
    const inspection = reckoning && (await findInspection(database, reckoning.inspectionId));
    const courses = reckoning?.output.courses;
    if (courses && inspection) {
      const fitting = await fittingOf(database, array, site, inspection.marks);
      reckoned.push({ array, courses, inspection, fitting });
    }
  }
  if (reckoned.length === 0) throw outOfOrder('No array of this site has been reckoned yet. Reckon the loss first.');
  const read = water ?? UNREAD_WATER[site.waterSource];
  const { things } = await registerNow(context, database);
  const days = new Map(things.map((thing) => [thing.id, thing.days]));
  const rules = rulesWithKit(await rulesNow(database), things, days);
  const { overrides } = body;
  return {
    arrays: reckoned.map(({ array, courses, inspection, fitting }) => ({
      arrayId: array.id,
      name: array.name,
      courses,
      fitting,
      method: {
        soils: [...inspection.soils, ...soilsOfMarks(inspection.marks, moduleCount(array))],
        mount: array.mount,
        storeys: array.storeys,
        eaveHeight: array.eaveHeight,
        surfaceTilt: array.tilt,
        ...sectionOf(array),
        reach: foundOf(reachMap(array, rules.limits['longest-pole'])),
        modules: moduleCount(array),
        runOff: site.runOff,
        waterless: site.waterLimit === 0,
        waterLimit: site.waterLimit ?? undefined,
        groundOnly: site.groundOnly,
        // Whether the maker coated the glass nobody has said.
        coated: fitting.had.coating !== undefined || undefined,
        cracked: modulesWith(inspection.defects, CRACKED),
        sealDamage: modulesWith(inspection.defects, ['seal']),
        lineFitted: array.drawing.things.some(({ kind }) => kind === 'spray-line'),
        cold: body.cold,
        finish: body.finish,
        bladeAgreed: inspection.bladeAgreed,
        tested: inspection.testPatch ? foundOnPatch(inspection.testPatch, array.gammaPdc) : undefined,
      },
    })),
    house: await figuresNow(database),
    rules,
    finish: body.finish,
    water: {
      ...(site.waterSource === 'none' ? { none: true } : {}),
      conductivity: read.conductivity,
      waterTemperature: read.temperature,
      carbonDioxide: WATER_DEFAULTS.carbonDioxide,
      boughtConductivity: hauled?.conductivity ?? company.water.boughtConductivity,
      hardness: water?.hardness ?? undefined,
      chlorine: water?.chlorine ?? undefined,
      resin: { litres: company.water.resinLitres, utilisation: company.water.resinUtilisation },
      osmosis: {
        rejection: company.water.osmosisRejection,
        recovery: company.water.osmosisRecovery,
        permeateFlow25: company.water.osmosisFlow25,
      },
      changeAt: company.water.changeAt,
      prices: waterPrices(company),
    },
    prices: await pricesOf(context.database, company),
    travelKm: site.travelKm,
    travelMinutes: site.travelMinutes,
    valuePerKWh: valueOfEnergy(site),
    ownUse: site.ownUse,
    assumed: assumedFacts(
      site,
      reckoned.map(({ array }) => array),
      water === undefined && site.waterSource !== 'none' ? read.conductivity : undefined,
    ),
    overrides: withoutReasons(overrides) as PlanInput['overrides'],
  };
}

export async function planSite(context: Context, siteId: string, body: BodyOf<Endpoints['makePlan']>): Promise<Plan> {
  const input = await gather(context, siteId, body);
  const now = context.clock();
  const output = await context.workers.run('makePlan', input);
  return inTransaction(context, async (trx) => {
    await createOnce(trx, context, 'plan', { ...body, siteId }, () =>
      insertPlan(trx, {
        id: body.id,
        siteId,
        at: now,
        by: context.person.id,
        calculationVersion: CALCULATION_VERSION,
        finish: body.finish,
        cold: body.cold,
        overrides: body.overrides,
        input,
        output,
      }),
    );
    return readPlan(trx, body.id);
  });
}

export async function listPlans(context: Context, siteId: string, query: QueryOf<Endpoints['listPlans']>) {
  await readSite(context.database, siteId);
  return pageOfEntered(await listPlanRows(context.database, siteId, query), query.limit);
}

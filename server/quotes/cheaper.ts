import type { Plan } from '../../contract/methods/endpoints.ts';
import type { PlanInput } from '../../core/planning/visit.ts';
import type { CheaperBeside } from '../../core/quotes/cheaper.ts';
import { readCompany } from '../company/useCases.ts';
import type { Context } from '../context.ts';
import { forecastFrom } from '../weather/useCases.ts';

/** What may stand in the place of the wash that a plan is for; null where the plan is too old to be gone through again. */
export async function cheaperThan(context: Context, { siteId, input, output }: Plan): Promise<CheaperBeside | null> {
  const plan = input as unknown as PlanInput;
  if (plan.arrays.some(({ courses }) => courses === undefined)) return null;
  const { prices } = await readCompany(context);
  const forecast = await forecastFrom(context, siteId);
  const { choices, leaves } = await context.workers.run('cheaperBeside', {
    asked: { plan, forecast, fittings: prices.fittings },
    output,
  });
  return { choices, leaves, leftOut: [] };
}

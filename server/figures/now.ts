import type { HouseFigures } from '../../core/assimilation/house.ts';
import { figuresInUse } from '../../core/figures/ours.ts';
import { houseBy } from '../../core/rules/rules.ts';
import { rulesNow } from '../rules/useCases.ts';
import type { Connection } from '../storage/database.ts';
import { newestChoice } from './storage.ts';

/** The figures that estimates and plans go by: the house's, and ours where somebody chose them. */
export async function figuresNow(connection: Connection): Promise<HouseFigures> {
  const { version, figures } = await newestChoice(connection);
  return figuresInUse(version, figures, houseBy(await rulesNow(connection)));
}

import type { companyEndpoints } from '../../contract/company/endpoints.ts';
import type { BodyOf } from '../../contract/endpoint.ts';
import type { Context } from '../context.ts';
import { AppError } from '../errors.ts';
import { INSTALLATION_ID, mustHave, trail } from '../storage/writing.ts';
import { readCompanyRow, updateCompany } from './storage.ts';

type Endpoints = typeof companyEndpoints;

export async function readCompany(context: Pick<Context, 'database'>) {
  return mustHave((await readCompanyRow(context.database)) ?? undefined, 'company');
}

export function changeCompany(context: Context, body: BodyOf<Endpoints['changeCompany']>) {
  const { version, ...company } = body;
  return context.database.transaction(async (trx) => {
    if (!(await updateCompany(trx, version, company))) {
      throw new AppError(
        'conflict',
        'Changed by somebody else',
        'The company was changed since you opened it. Compare and save again.',
        {
          current: await readCompanyRow(trx),
          asked: body,
        },
      );
    }
    await trail(trx, context, { record: 'company', id: INSTALLATION_ID, action: 'change', change: body });
    return readCompany({ database: trx });
  });
}

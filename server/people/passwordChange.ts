import type { BodyOf } from '../../contract/endpoint.ts';
import type { accountEndpoints } from '../../contract/people/account.ts';
import { MILLISECONDS_PER_HOUR } from '../../core/time/utc.ts';
import type { Context, OpenContext } from '../context.ts';
import { outOfOrder } from '../errors.ts';
import type { Transaction } from '../storage/database.ts';
import { inTransaction } from '../storage/transactions.ts';
import { createOnce, mustFind, mustHave, trail, type Writer } from '../storage/writing.ts';
import { refuseCommon } from './commonPasswords.ts';
import { forgetDevices, knowDevice } from './deviceStorage.ts';
import { lockStanding } from './epochStorage.ts';
import { endWhatStands, signedOut } from './epochs.ts';
import { refuseGuess } from './guessing.ts';
import { hashPassword, hashToken, makeToken } from './passwords.ts';
import { checkOwnPassword } from './passwordUse.ts';
import { insertResetLink, openResetLink, resetLink, spendResetLink, voidResetLinks } from './resetStorage.ts';
import { type PersonRow, setPassword } from './storage.ts';

type Endpoints = typeof accountEndpoints;

const LINK_HOURS = 24;

/** Changes one's own password. Whoever else was signed in as this person is out. @param session that goes on */
export async function changePassword(
  context: Context,
  body: BodyOf<Endpoints['changePassword']>,
  session: string,
): Promise<undefined> {
  const { email, name, id, epoch } = await checkOwnPassword(context, body.current, 'current');
  refuseCommon(body.password, [email, name]);
  const passwordHash = await hashPassword(body.password);
  return inTransaction(context, async (trx) => {
    // Another password may have been chosen while this one was checked.
    if ((await lockStanding(trx, [id])).get(id)?.epoch !== epoch) throw signedOut();
    await setPassword(trx, id, passwordHash);
    await endWhatStands(trx, id, session);
    await trail(trx, context, { record: 'person', id, action: 'password changed' });
    return undefined;
  });
}

const expiry = (now: Date): Date => new Date(now.getTime() + LINK_HOURS * MILLISECONDS_PER_HOUR);

/** A link that takes the place of any that was made before. @returns its token */
export async function makeLink(
  trx: Transaction,
  writer: Writer & { person: { id: string; epoch: number } | null },
  id: string,
  personId: string,
): Promise<string> {
  const token = makeToken();
  const { epoch } = await mustFind<PersonRow>(trx, 'people', personId, 'person');
  await voidResetLinks(trx, personId, writer.clock());
  await insertResetLink(trx, {
    id,
    personId,
    tokenHash: hashToken(token),
    expiresAt: expiry(writer.clock()),
    madeBy: writer.person?.id ?? null,
    epoch,
    makerEpoch: writer.person?.epoch ?? null,
  });
  return token;
}

/** A one-time link by which somebody chooses a new password. It leaves the server once, in this answer. */
export function makeResetLink(context: Context, personId: string, body: BodyOf<Endpoints['makeResetLink']>) {
  return inTransaction(context, async (trx) => {
    await mustFind<PersonRow>(trx, 'people', personId, 'person');
    let token: string | null = null;
    await createOnce(trx, context, 'reset link', { ...body, personId }, async () => {
      token = await makeLink(trx, context, body.id, personId);
    });
    const { expiresAt } = mustHave(await resetLink(trx, body.id), 'link');
    return { token, expiresAt };
  });
}

const openLink = async (context: OpenContext, token: string) =>
  (await openResetLink(context.database, hashToken(token), context.clock())) ??
  (await refuseGuess(context, 'open link: it was used or has expired; ask for a new one'));

export async function readResetLink(context: OpenContext, token: string): Promise<{ name: string }> {
  const { name } = await openLink(context, token);
  return { name };
}

export async function resetPassword(
  context: OpenContext,
  token: string,
  { password }: BodyOf<Endpoints['useResetLink']>,
  device: string,
): Promise<undefined> {
  const link = await openLink(context, token);
  refuseCommon(password, [link.email, link.name]);
  const passwordHash = await hashPassword(password);
  return inTransaction(context, async (trx) => {
    await lockStanding(trx, [link.personId, link.madeBy]);
    if (!(await spendResetLink(trx, link.id, context.clock())))
      throw outOfOrder('This link has been used, or has ended. Ask for a new one.');
    await setPassword(trx, link.personId, passwordHash);
    await endWhatStands(trx, link.personId);
    await forgetDevices(trx, link.personId);
    // Whoever holds the link sits at this device: strangers who guess do not lock it out.
    await knowDevice(trx, link.personId, hashToken(device), context.clock());
    const writer = { ...context, person: { id: link.personId } };
    await trail(trx, writer, {
      record: 'person',
      id: link.personId,
      action: 'password reset',
      change: { from: context.address },
    });
    return undefined;
  });
}

import { z } from 'zod';

/** Columns as they are stored, each of which may leave; a column that stands on no list does not. */
const rowsOf = (columns: string) =>
  z.array(
    z.object(
      Object.fromEntries(
        columns
          .trim()
          .split(/\s+/)
          .map((name) => [name, z.unknown().optional()]),
      ),
    ),
  );

const VISIT = 'id agreementId number due dueFrom dueTo price jobId added skippedAt because version';

/** Everything on record about a site, table by table, as the desk may have it. */
const tables = {
  inspections: rowsOf('id arrayId inspectedAt found by recordedAt layout'),
  reckonings: rowsOf(
    'id arrayId inspectionId at by calculationVersion overrides input output entered lookOn lossNow taught',
  ),
  outlooks: rowsOf('id settings by at version'),
  plans: rowsOf('id siteId at by calculationVersion finish cold overrides input output entered visits bestVisits'),
  quotes: rowsOf(
    `id siteId planId number revision state content choice additions createdAt sentAt validUntil decidedAt decidedBecause
      by version entered calculationVersion gross currency nextOn`,
  ),
  followUps: rowsOf('id quoteId at by said nextOn number'),
  letters: rowsOf('id quoteId madeAt madeBy expiresAt withdrawnAt'),
  letterEvents: rowsOf('id letterId kind at by body number'),
  agreements: rowsOf(
    `id siteId quoteId visits begins madeAt choice state because price currency version additions deposit depositOn
      lineUpOn lineDropped`,
  ),
  visits: rowsOf(VISIT),
  jobs: rowsOf(
    `id siteId quoteId scheduledFor state content modules modulesLeft minutes version visit measured calculationVersion
      washedAt folded`,
  ),
  entries: rowsOf('id jobId kind at body by receivedAt number clockGap device'),
  reports: rowsOf(
    'id jobId siteId state calculationVersion content createdAt signedBy signedAt by version signature entered gain',
  ),
};

/** @param spread what is shown of a site @returns what leaves of a site for the desk, and for the owner with what visits cost the firm */
export const siteRecord = <S extends z.ZodRawShape>(spread: z.ZodObject<S>) => {
  const desk = spread.extend({ format: z.string(), formatVersion: z.number(), ...tables });
  return { desk, owner: desk.extend({ visits: rowsOf(`${VISIT} net cost fittedNet fittedCost`) }) };
};

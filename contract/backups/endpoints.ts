import { z } from 'zod';
import { version } from '../common.ts';
import { endpoint, OWNER } from '../endpoint.ts';

/** What a backup holds, as it stands in the file beside the data. */
export const backupManifest = z.object({
  format: z.literal('wide-pail-backup'),
  formatVersion: z.literal(1),
  madeAt: z.string(),
  company: z.string(),
  /** the last step of the schema that the data has taken */
  schema: z.string(),
  /** rows of each table, and a sum over their contents that does not depend on their order */
  tables: z.array(z.object({ name: z.string(), rows: z.number().int().min(0), hash: z.string() })),
  pictures: z.number().int().min(0),
  /** when the newest change was made; null where nothing was changed yet */
  newest: z.string().nullable(),
  /** bytes and SHA-256 of the data, which is PostgreSQL's own archive format */
  data: z.object({ bytes: z.number().int().min(0), sha256: z.string() }),
});
export type BackupManifest = z.infer<typeof backupManifest>;

export const backupHolds = z.object({
  company: z.string(),
  tables: z.number().int(),
  rows: z.number().int(),
  pictures: z.number().int(),
  newest: z.string().nullable(),
});
export type BackupHolds = z.infer<typeof backupHolds>;

export const RUN_KINDS = ['backup', 'trial'] as const;
export const backupRun = z.object({
  id: z.string(),
  kind: z.enum(RUN_KINDS),
  startedAt: z.string(),
  endedAt: z.string(),
  ok: z.boolean(),
  file: z.string(),
  bytes: z.number().nullable(),
  holds: backupHolds.nullable(),
  problem: z.string().nullable(),
});
export type BackupRun = z.infer<typeof backupRun>;

export const backupSettings = z.object({
  everyHours: z.number().int().min(1).max(744),
  keep: z.number().int().min(1).max(1000),
});

const backups = backupSettings.extend({
  version,
  /** when somebody asked for one that has not been made yet */
  requestedAt: z.string().nullable(),
  lastGood: backupRun.nullable(),
  /** the last time that a backup was put back on trial, into a database that was thrown away after it */
  lastTrial: backupRun.nullable(),
  /** newest first, those that failed too */
  runs: z.array(backupRun),
});
export type Backups = z.infer<typeof backups>;

export const backupsEndpoints = {
  readBackups: endpoint({
    method: 'GET',
    path: '/api/backups',
    summary: 'How often backups are made, the last good one, and the last that was put back on trial',
    roles: OWNER,
    answer: backups,
  }),
  changeBackups: endpoint({
    method: 'PUT',
    path: '/api/backups',
    summary: 'Set how often a backup is made and how many are kept',
    roles: OWNER,
    body: backupSettings.extend({ version }),
    answer: backups,
  }),
  requestBackup: endpoint({
    method: 'POST',
    path: '/api/backups/requests',
    summary: 'Ask for a backup now',
    roles: OWNER,
    body: z.object({}),
    answer: backups,
  }),
};

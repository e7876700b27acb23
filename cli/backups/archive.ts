import { createHash } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { PassThrough, type Readable, Transform } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { pipeline } from 'node:stream/promises';
import yauzl from 'yauzl';
import yazl from 'yazl';
import { type BackupManifest, backupManifest } from '../../contract/backups/endpoints.ts';

/*
 * A backup is a ZIP file of three entries: the data in PostgreSQL's own archive format, a manifest of what it holds, and
 * the SHA-256 of both. Any ZIP program, sha256sum and pg_restore read it without this one.
 */
const DATA = 'data.dump';
const MANIFEST = 'manifest.json';
const SUMS = 'SHA256SUMS';

/** A file that is no backup, or no longer the one that was written. */
export class BrokenBackup extends Error {}

const sha256 = (bytes: string | Buffer): string => createHash('sha256').update(bytes).digest('hex');

/** Counts and hashes what passes through. */
function measured() {
  const hash = createHash('sha256');
  let bytes = 0;
  const through = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      bytes += chunk.length;
      hash.update(chunk);
      done(null, chunk);
    },
  });
  return { through, result: () => ({ bytes, sha256: hash.digest('hex') }) };
}

/** Writes what comes into a file for this account alone, from the first byte on. */
export const intoFile =
  (file: string): Sink =>
  (archive) =>
    pipeline(archive, createWriteStream(file, { mode: 0o600, flags: 'wx' }));

/** Where an archive goes as it is made; resolves once all of it is there. */
export type Sink = (archive: Readable) => Promise<void>;

/**
 * Writes an archive. @param sink to which it goes as it is made @param data is read to its end before the manifest is written
 * @returns the manifest as written
 */
export async function writeArchive(
  sink: Sink,
  data: Readable,
  describe: () => Promise<Omit<BackupManifest, 'data'>>,
): Promise<BackupManifest> {
  const zip = new yazl.ZipFile();
  const { through, result } = measured();
  const written = sink(zip.outputStream as unknown as Readable);
  const packed = new PassThrough();
  zip.addReadStream(packed, DATA, { compress: false });
  await Promise.race([pipeline(data, through, packed), written]);
  const manifest: BackupManifest = { ...(await describe()), data: result() };
  const text = `${JSON.stringify(manifest, null, 1)}\n`;
  zip.addBuffer(Buffer.from(text), MANIFEST);
  zip.addBuffer(Buffer.from(`${manifest.data.sha256}  ${DATA}\n${sha256(text)}  ${MANIFEST}\n`), SUMS);
  zip.end();
  await written;
  return manifest;
}

interface Opened {
  zip: yauzl.ZipFile;
  entries: Map<string, yauzl.Entry>;
}

function openZip(file: string): Promise<Opened> {
  return new Promise((resolve, reject) => {
    yauzl.open(file, { lazyEntries: false, autoClose: false }, (failed, zip) => {
      if (failed) return reject(new BrokenBackup(`This is no whole backup: ${failed.message}.`));
      const entries = new Map<string, yauzl.Entry>();
      zip.on('entry', (entry: yauzl.Entry) => entries.set(entry.fileName, entry));
      zip.once('end', () => resolve({ zip, entries }));
      zip.once('error', (error) => reject(new BrokenBackup(`This is no whole backup: ${error.message}.`)));
    });
  });
}

function read({ zip, entries }: Opened, name: string): Promise<Readable> {
  const entry = entries.get(name);
  if (entry === undefined) return Promise.reject(new BrokenBackup(`The backup holds no ${name}.`));
  return new Promise((resolve, reject) =>
    zip.openReadStream(entry, (failed, stream) =>
      failed ? reject(new BrokenBackup(failed.message)) : resolve(stream),
    ),
  );
}

/** Reads an archive and holds every sum in it against what is there. @throws BrokenBackup in words */
export async function checkArchive(file: string): Promise<BackupManifest> {
  const opened = await openZip(file);
  try {
    const text = await small(opened, MANIFEST);
    const sums = await small(opened, SUMS);
    const { through, result } = measured();
    through.resume();
    await pipeline(await read(opened, DATA), through).catch((error: Error) => {
      throw new BrokenBackup(`The data cannot be read to their end: ${error.message}.`);
    });
    const data = result();
    if (sums !== `${data.sha256}  ${DATA}\n${sha256(text)}  ${MANIFEST}\n`)
      throw new BrokenBackup('The file is not as it was written: its sums do not fit.');
    const parsed = backupManifest.safeParse(JSON.parse(text));
    if (!parsed.success) throw new BrokenBackup('The file was written by a newer Wide Pail, or by something else.');
    return parsed.data;
  } finally {
    opened.zip.close();
  }
}

async function small(opened: Opened, name: string): Promise<string> {
  const size = opened.entries.get(name)?.uncompressedSize ?? 0;
  if (size > 4_000_000) throw new BrokenBackup(`${name} is larger than any that is written here.`);
  return (await buffer(await read(opened, name))).toString('utf8');
}

/** The data of an archive. Check it first. */
export async function dataOf(file: string): Promise<Readable> {
  const opened = await openZip(file);
  const stream = await read(opened, DATA);
  stream.once('close', () => opened.zip.close());
  return stream;
}

/** What a file is by its first bytes, whatever it is called. */
export async function kindOf(file: string): Promise<'archive' | 'plain dump' | 'encrypted' | 'unknown'> {
  const first: Buffer[] = await createReadStream(file, { start: 0, end: 5 }).toArray();
  const head = Buffer.concat(first);
  if (head.subarray(0, 4).toString('latin1') === 'PK\u0003\u0004') return 'archive';
  if (head.toString('latin1').startsWith('PGDMP')) return 'plain dump';
  // An OpenPGP message begins with a packet of a session key made from a passphrase (tag 3).
  if (head[0] === 0xc3 || (head[0] !== undefined && (head[0] & 0xfc) === 0x8c)) return 'encrypted';
  return 'unknown';
}

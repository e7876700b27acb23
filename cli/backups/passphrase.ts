import { createReadStream, createWriteStream, readFileSync } from 'node:fs';
import { createInterface } from 'node:readline/promises';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { ReadableStream } from 'node:stream/web';
import * as openpgp from 'openpgp';
import { BrokenBackup } from './archive.ts';

/*
 * An encrypted backup is an OpenPGP message under a passphrase (RFC 9580, AES-256 with integrity protection), which
 * `gpg --decrypt` opens too.
 */
const CONFIG = {
  allowUnauthenticatedStream: true,
  preferredCompressionAlgorithm: openpgp.enums.compression.uncompressed,
};

export async function encryptFile(from: string, to: string, passphrase: string): Promise<void> {
  const binary = Readable.toWeb(createReadStream(from)) as ReadableStream<Uint8Array>;
  const message = await openpgp.createMessage({ binary: binary as never });
  const sealed = await openpgp.encrypt({ message, passwords: [passphrase], format: 'binary', config: CONFIG });
  await pipeline(
    Readable.fromWeb(sealed as unknown as ReadableStream<Uint8Array>),
    createWriteStream(to, { mode: 0o600, flags: 'wx' }),
  );
}

/** @throws BrokenBackup where the passphrase is another or the file was changed */
export async function decryptFile(from: string, to: string, passphrase: string): Promise<void> {
  try {
    const binary = Readable.toWeb(createReadStream(from)) as ReadableStream<Uint8Array>;
    const message = await openpgp.readMessage({ binaryMessage: binary as never, config: CONFIG });
    const { data } = await openpgp.decrypt({ message, passwords: [passphrase], format: 'binary', config: CONFIG });
    await pipeline(
      Readable.fromWeb(data as unknown as ReadableStream<Uint8Array>),
      createWriteStream(to, { mode: 0o600, flags: 'wx' }),
    );
  } catch (error) {
    const said = error instanceof Error ? error.message : String(error);
    throw new BrokenBackup(`It cannot be decrypted: the passphrase is another, or the file was changed (${said}).`);
  }
}

/** The passphrase from PAIL_PASSPHRASE, from the file that PAIL_PASSPHRASE_FILE names, or typed. */
export async function askPassphrase(): Promise<string> {
  if (process.env.PAIL_PASSPHRASE) return process.env.PAIL_PASSPHRASE;
  if (process.env.PAIL_PASSPHRASE_FILE) return readFileSync(process.env.PAIL_PASSPHRASE_FILE, 'utf8').trim();
  if (!process.stdin.isTTY) throw new Error('Give the passphrase in PAIL_PASSPHRASE or PAIL_PASSPHRASE_FILE.');
  const asked = createInterface({ input: process.stdin, output: process.stderr });
  const typed = await asked.question('Passphrase: ');
  asked.close();
  if (typed.length < 10) throw new Error('The passphrase must be at least 10 characters long.');
  return typed;
}

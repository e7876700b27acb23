import { createDecipheriv, createHash } from 'node:crypto';
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

/** Encrypts what comes as it comes into a file: nothing of it lies anywhere as it was. */
export async function encryptInto(from: Readable, to: string, passphrase: string): Promise<void> {
  const binary = Readable.toWeb(from) as ReadableStream<Uint8Array>;
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
    const keys = await openpgp.decryptSessionKeys({
      message: await messageIn(from),
      passwords: [passphrase],
      config: CONFIG,
    });
    await decryptWith(from, to, keys as SessionKey[]);
  } catch (error) {
    const said = error instanceof Error ? error.message : String(error);
    throw new BrokenBackup(`It cannot be decrypted: the passphrase is another, or the file was changed (${said}).`);
  }
}

/**
 * Decrypts with the keys that a passphrase gave. One wrong passphrase in about seventy gives something that looks like a
 * key, and what that makes of a file, as what a turned bit makes of it, can look like a packet whose end the library
 * waits for without end. So nothing is given to it before the sum in the file has been held against all of it.
 * @throws Error where none of the keys opens the file, or it is not as it was written
 */
export async function decryptWith(from: string, to: string, keys: SessionKey[]): Promise<void> {
  for (const key of keys) {
    if (!(await isWhole(from, key))) continue;
    const { data } = await openpgp.decrypt({
      message: await messageIn(from),
      sessionKeys: key,
      format: 'binary',
      config: CONFIG,
    });
    await pipeline(
      Readable.fromWeb(data as unknown as ReadableStream<Uint8Array>),
      createWriteStream(to, { mode: 0o600, flags: 'wx' }),
    );
    return;
  }
  throw new Error('no key opens it whole');
}

export interface SessionKey {
  data: Uint8Array;
  algorithm: keyof typeof CIPHERS;
}

const CIPHERS = { aes128: 'aes-128-cfb', aes192: 'aes-192-cfb', aes256: 'aes-256-cfb' } as const;
const KEY_OCTETS = { aes128: 16, aes192: 24, aes256: 32 } as const;
const BLOCK = 16;
const SUM = 20;

/**
 * Whether a key opens a file and all of it is as it was written: after a block of noise its last two octets once more,
 * at the end the SHA-1 of all before it (RFC 9580, 5.13.1).
 */
async function isWhole(file: string, { data, algorithm }: SessionKey): Promise<boolean> {
  if (!Object.hasOwn(CIPHERS, algorithm) || data.length !== KEY_OCTETS[algorithm]) return false;
  const decipher = createDecipheriv(CIPHERS[algorithm], data, Buffer.alloc(BLOCK));
  const hash = createHash('sha1');
  let held: Buffer = Buffer.alloc(0);
  let begun = false;
  for await (const chunk of await sealedIn(file)) {
    held = Buffer.concat([held, decipher.update(chunk)]);
    if (held.length < BLOCK + 2 + SUM) continue;
    if (!begun && held.readUInt16BE(BLOCK - 2) !== held.readUInt16BE(BLOCK)) return false;
    begun = true;
    hash.update(held.subarray(0, -SUM));
    held = held.subarray(-SUM);
  }
  hash.update(held.subarray(0, -SUM));
  return begun && hash.digest().equals(held.subarray(-SUM));
}

const messageIn = async (file: string) =>
  openpgp.readMessage({
    binaryMessage: Readable.toWeb(createReadStream(file)) as ReadableStream<Uint8Array> as never,
    config: CONFIG,
  });

/** The encrypted octets of a message. */
async function sealedIn(file: string): Promise<Readable> {
  const { packets } = await messageIn(file);
  const sealed = packets.find((packet) => packet instanceof openpgp.SymEncryptedIntegrityProtectedDataPacket);
  if (sealed === undefined) throw new Error('nothing in it is encrypted');
  return Readable.fromWeb((sealed as unknown as { encrypted: ReadableStream<Uint8Array> }).encrypted);
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

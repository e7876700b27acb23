import { createDecipheriv } from 'node:crypto';
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
 * key; what that makes of the file can look like a packet whose end is never found, on which the library waits for ever.
 * So the first bytes are held against what a message begins with before the rest is read.
 * @throws Error where none of the keys opens the file
 */
export async function decryptWith(from: string, to: string, keys: SessionKey[]): Promise<void> {
  const head = await firstBytes(from);
  const sessionKeys = keys.filter((key) => opens(key, head));
  if (sessionKeys.length === 0) throw new Error('no key fits');
  const { data } = await openpgp.decrypt({
    message: await messageIn(from),
    sessionKeys,
    format: 'binary',
    config: CONFIG,
  });
  await pipeline(
    Readable.fromWeb(data as unknown as ReadableStream<Uint8Array>),
    createWriteStream(to, { mode: 0o600, flags: 'wx' }),
  );
}

export interface SessionKey {
  data: Uint8Array;
  algorithm: keyof typeof CIPHERS;
}

const CIPHERS = { aes128: 'aes-128-cfb', aes192: 'aes-192-cfb', aes256: 'aes-256-cfb' } as const;
const BLOCK = 16;
/** First octet of a packet of literal data, the only kind that stands in what is written here (RFC 9580, 4.2). */
const LITERAL = 0xcb;

/** A block of noise, its last two octets once more, then the first packet (RFC 9580, 5.13.1). */
function opens({ data, algorithm }: SessionKey, head: Buffer): boolean {
  if (!Object.hasOwn(CIPHERS, algorithm) || head.length <= BLOCK + 2) return false;
  const decipher = createDecipheriv(CIPHERS[algorithm], data, Buffer.alloc(BLOCK));
  const plain = decipher.update(head);
  const repeated = plain.subarray(BLOCK - 2, BLOCK).equals(plain.subarray(BLOCK, BLOCK + 2));
  return repeated && plain[BLOCK + 2] === LITERAL;
}

const messageIn = async (file: string) =>
  openpgp.readMessage({
    binaryMessage: Readable.toWeb(createReadStream(file)) as ReadableStream<Uint8Array> as never,
    config: CONFIG,
  });

/** The encrypted octets at the head of a message. */
async function firstBytes(file: string): Promise<Buffer> {
  const message = await messageIn(file);
  const sealed = message.packets.find((packet) => packet instanceof openpgp.SymEncryptedIntegrityProtectedDataPacket);
  if (sealed === undefined) throw new Error('nothing in it is encrypted');
  const reader = (sealed as unknown as { encrypted: ReadableStream<Uint8Array> }).encrypted.getReader();
  const found: Uint8Array[] = [];
  while (Buffer.concat(found).length <= BLOCK + 2) {
    const { done, value } = await reader.read();
    if (done) break;
    found.push(value);
  }
  await reader.cancel();
  return Buffer.concat(found);
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

import { randomBytes } from 'node:crypto';
import { createReadStream, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from 'chai';
import { BrokenBackup } from './archive.ts';
import { decryptFile, decryptWith, encryptInto } from './passphrase.ts';

describe('a file under a passphrase', () => {
  const folder = mkdtempSync(join(tmpdir(), 'pail-passphrase-'));
  const [plain, sealed, opened] = ['plain', 'sealed', 'opened'].map((name) => join(folder, name)) as [
    string,
    string,
    string,
  ];
  const contents = randomBytes(400_000);

  before(async () => {
    writeFileSync(plain, contents);
    await encryptInto(createReadStream(plain), sealed, 'four words in a row');
  });
  after(() => rmSync(folder, { recursive: true }));

  /** What is said of a try; every try must end. */
  const tried = (run: Promise<void>) =>
    run.then(
      () => 'opened',
      (error: Error) => error.message,
    );

  it('comes back the same', async () => {
    await decryptFile(sealed, opened, 'four words in a row');
    expect(readFileSync(opened).equals(contents)).to.equal(true);
  });

  it('comes back the same whatever its length, nothing at all among them', async () => {
    const [small, shut, open] = ['small', 'shut', 'open'].map((name) => join(folder, name)) as [string, string, string];
    for (const length of [0, 1, 17, 4095, 65_519, 65_536, 65_543, 131_071]) {
      for (const file of [shut, open]) rmSync(file, { force: true });
      writeFileSync(small, contents.subarray(0, length));
      await encryptInto(createReadStream(small), shut, 'four words in a row');
      await decryptFile(shut, open, 'four words in a row');
      expect(readFileSync(open).equals(contents.subarray(0, length)), `${length} octets`).to.equal(true);
    }
  });

  it('is refused with another passphrase, in words', async () => {
    const failed = await decryptFile(sealed, join(folder, 'none'), 'four other words').catch((error) => error);
    expect(failed).to.be.instanceOf(BrokenBackup);
    expect(failed.message).to.match(/cannot be decrypted/);
  });

  it('comes to an end with every key that another passphrase happens to give', async () => {
    for (let i = 0; i < 150; i += 1) {
      const key = { data: new Uint8Array(randomBytes(32)), algorithm: 'aes256' } as const;
      expect(await tried(decryptWith(sealed, join(folder, 'none'), [key]))).to.equal('no key opens it whole');
    }
  });

  it('comes to an end, and not as if whole, wherever a bit of it is turned', async function () {
    this.timeout(60_000);
    const whole = readFileSync(sealed);
    const turned = join(folder, 'turned');
    // The lengths of packets stand in the first octets; in the others one bit is as good as another.
    const places = [...Array.from({ length: 76 }, (_, at) => at), whole.length - 30, whole.length - 1];
    for (const at of places) {
      const bytes = Buffer.from(whole);
      bytes[at] = (bytes[at] as number) ^ (1 << (at === 70 ? 6 : at % 8));
      writeFileSync(turned, bytes);
      rmSync(join(folder, 'none'), { force: true });
      const said = await tried(decryptFile(turned, join(folder, 'none'), 'four words in a row'));
      expect(said, `octet ${at}`).to.match(/cannot be decrypted/);
    }
  });
});

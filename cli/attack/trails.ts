import { spawn } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { seededRandom } from '../../core/statistics/random.ts';
import { Caller, makeJob, newDatabase, startHarness } from '../../server/testing/harness.ts';
import { PROJECT } from '../folders.ts';
import { startServerProcess } from '../serverProcess.ts';
import { type Attack, tally } from './attack.ts';

const PASSPHRASE = 'four words in a row';
/** What the data of a company and the archive around them begin with, as they are without a passphrase. */
const PLAIN = ['PGDMP', 'PK\u0003\u0004', 'manifest.json'];

/** Every file below a folder. */
function filesBelow(folder: string): string[] {
  return readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .map((name) => join(folder, name))
    .filter((path) => statSync(path, { throwIfNoEntry: false })?.isFile());
}

const lying = (folder: string): string[] =>
  filesBelow(folder).filter((path) => {
    const text = readFileSync(path).toString('latin1');
    return PLAIN.some((word) => text.includes(word));
  });

/** Runs an encrypted backup. @param after kills it so many ms after its work folder is there; to its end where left out */
function backup(url: string, folder: string, name: string, after?: number): Promise<number | null> {
  const child = spawn(process.execPath, ['--import', 'tsx', 'cli/main.ts', 'backup', '--encrypt', join(folder, name)], {
    cwd: PROJECT,
    env: { ...process.env, DATABASE_URL: url, PAIL_PASSPHRASE: PASSPHRASE },
    stdio: 'ignore',
  });
  const watch =
    after === undefined
      ? undefined
      : setInterval(() => {
          if (!readdirSync(folder).some((entry) => entry.startsWith('.pail-backup-'))) return;
          clearInterval(watch);
          setTimeout(() => child.kill('SIGKILL'), after);
        }, 2);
  return new Promise((resolve) =>
    child.once('close', (code) => {
      clearInterval(watch);
      resolve(code);
    }),
  );
}

/** Sends the head of a form and half of its file, and leaves it at that. */
function halfAnUpload(address: string, caller: Caller): Promise<ReturnType<typeof connect>> {
  const { hostname, port } = new URL(address);
  const socket = connect(Number(port), hostname);
  const boundary = 'half-a-form';
  const body = [
    `--${boundary}\r\nContent-Disposition: form-data; name="file"; filename="roof.jpg"\r\n`,
    `Content-Type: image/jpeg\r\n\r\n${'what nobody else may find '.repeat(40_000)}`,
  ].join('');
  socket.on('error', () => undefined);
  socket.write(
    [
      `POST /api/photos HTTP/1.1\r\nHost: ${hostname}\r\nCookie: ${caller.cookies()}\r\nx-csrf-token: ${caller.token()}\r\n`,
      `Content-Type: multipart/form-data; boundary=${boundary}\r\nContent-Length: ${body.length * 2}\r\n\r\n`,
      body,
    ].join(''),
  );
  return new Promise((resolve) => setTimeout(() => resolve(socket), 400));
}

/** Kills in the middle of an encrypted backup and of an upload: nothing lies anywhere as it was, and the next run tidies up. */
export const trails: Attack = {
  name: 'secrets after a kill',
  full: 40,
  small: 1,
  async run(times) {
    const { hold, outcome } = tally();
    const random = seededRandom(6);
    const [folder, spool] = ['pail-trails-', 'pail-trails-spool-'].map((name) => mkdtempSync(join(tmpdir(), name))) as [
      string,
      string,
    ];
    const stage = await startHarness({});
    try {
      await makeJob(stage.owner);
      for (let round = 0; round < times; round += 1) {
        const code = await backup(stage.url, folder, `killed-${round}`, Math.floor(random() * 400));
        hold(lying(folder).length === 0, `backup ${round}, ended ${code}: ${lying(folder).join(', ')} can be read`);
      }
      hold((await backup(stage.url, folder, 'whole')) === 0, 'the next backup is made');
      const left = readdirSync(folder).filter((name) => name.startsWith('.pail-backup-'));
      hold(left.length === 0, `left by those that were killed: ${left.join(', ')}`);
      const url = await newDatabase();
      const start = () => startServerProcess({ DATABASE_URL: url, PORT: '0', LOG_LEVEL: 'silent', TMPDIR: spool });
      for (let round = 0; round < Math.max(1, times / 10); round += 1) {
        const server = await start();
        const socket = await halfAnUpload(server.address, await new Caller(server.address).signIn());
        hold(
          filesBelow(spool).some((path) => path.includes('spool')),
          `upload ${round}: it came in`,
        );
        await server.kill();
        socket.destroy();
      }
      const last = await start();
      const spooled = filesBelow(spool).filter((path) => path.includes('wide-pail-spool'));
      hold(spooled.length === 0, `left of uploads: ${spooled.join(', ')}`);
      await last.kill();
    } finally {
      await stage.stop();
      for (const own of [folder, spool]) rmSync(own, { recursive: true, force: true });
    }
    return outcome;
  },
};

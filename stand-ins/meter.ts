/**
 * A stand-in for a meter at the resin vessels: a process of its own that speaks the open JSON of `contract/water/resin.ts`.
 * Its water is made up. It can be told to drift, to hang, to lie, or to be off; `/draw?litres=` sends water through.
 */
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { z } from 'zod';
import type { MeterAnswer } from '../contract/water/resin.ts';
import { MadeUpColumn } from '../core/testing/madeUpResin.ts';
import { METER_MOODS, type MeterMood } from './moods.ts';

const SOURCE = 820;
const CARBON_DIOXIDE_LOAD = 1.14 * 5;
const RESIN = 25;
/** A meter that drifts shows so many times what is there; one that lies shows the source behind the lead. */
const DRIFT = 1.8;
const PIECES = 50;

let mood: MeterMood = z.enum(METER_MOODS).catch('well').parse(process.env.METER_MOOD);
const [lead, lag] = [new MadeUpColumn(RESIN, 0.95), new MadeUpColumn(RESIN, 0.95)];
let [litres, between, after] = [0, 0.4, 0.3];

function draw(asked: number): void {
  for (let piece = 0; piece < PIECES; piece += 1) {
    const load = (asked / PIECES) * (0.5 * SOURCE + CARBON_DIOXIDE_LOAD);
    const through = lead.send(load);
    const out = lag.send(load * through);
    between = Math.max(0.4, SOURCE * through);
    after = Math.max(0.3, SOURCE * through * out);
  }
  litres += asked;
}

function reading(): MeterAnswer {
  const tenth = (value: number) => Math.round(value * 10) / 10;
  const factor = mood === 'drifts' ? DRIFT : 1;
  return {
    before: SOURCE,
    between: tenth(mood === 'lies' ? SOURCE * 0.95 : between * factor),
    after: tenth(after * factor),
    temperature: 19.5,
    litres: tenth(litres),
  };
}

const send = (response: ServerResponse, status: number, body: unknown): void => {
  response.writeHead(status, { 'content-type': 'application/json' });
  response.end(JSON.stringify(body));
};

function handle(request: IncomingMessage, response: ServerResponse): void {
  const url = new URL(request.url ?? '/', 'http://stand-in');
  if (url.pathname === '/mood') {
    const read = z.enum(METER_MOODS).safeParse(url.searchParams.get('is'));
    if (read.success) mood = read.data;
    send(
      response,
      read.success ? 200 : 400,
      read.success ? { mood } : { problem: `is must be one of ${METER_MOODS.join(', ')}` },
    );
  } else if (url.pathname === '/draw') {
    const read = z.coerce.number().min(0).max(5000).safeParse(url.searchParams.get('litres'));
    if (read.success) draw(read.data);
    send(
      response,
      read.success ? 200 : 400,
      read.success ? { litres } : { problem: 'litres must be between 0 and 5000' },
    );
  } else if (mood === 'off') request.socket.destroy();
  else if (url.pathname !== '/reading') send(response, 404, { problem: 'ask for /reading' });
  // One that hangs takes the question and never answers.
  else if (mood !== 'hangs') send(response, 200, reading());
}

const server = createServer(handle);
server.listen(Number(process.env.PORT ?? 0), '127.0.0.1', () => {
  const { port } = server.address() as AddressInfo;
  const address = `http://127.0.0.1:${port}`;
  if (process.send) process.send({ address });
  else console.log(`Meter stand-in (made up) at ${address}`);
});
process.on('disconnect', () => process.exit(0));
process.on('SIGTERM', () => process.exit(0));
process.on('SIGINT', () => process.exit(0));

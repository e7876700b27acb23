/**
 * A stand-in for a weather service: a process of its own that speaks the open JSON of `contract/weather/service.ts`.
 * Its weather is made up, the same for the same place and day. It can be told to be slow, wrong or down.
 */
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { z } from 'zod';
import { type WeatherAnswer, type WeatherQuery, weatherQuery } from '../contract/weather/service.ts';
import { seededRandom } from '../core/statistics/random.ts';
import { CLIMATES, climateMonth, generateWeatherYears } from '../core/weather/index.ts';

export const MOODS = ['well', 'slow', 'wrong', 'down'] as const;
export type Mood = (typeof MOODS)[number];

const DAY = 86_400_000;
const MOST_DAYS = 400;
const FORECAST_DAYS = 7;
/** Milliseconds that a slow answer takes. */
const SLOW = 15_000;

let mood: Mood = z.enum(MOODS).catch('well').parse(process.env.WEATHER_MOOD);

const dayAfter = (date: string, days: number): string =>
  new Date(Date.parse(`${date}T00:00:00Z`) + days * DAY).toISOString().slice(0, 10);

/** The made-up weather of one calendar day: drawn with its whole year, so that any question about it has one answer. */
function weatherOf(latitude: number, longitude: number, date: string) {
  const climate = CLIMATES['winter-rain'];
  const year = Number(date.slice(0, 4));
  const place = Math.round(latitude * 10) * 4001 + Math.round(longitude * 10);
  const [drawn] = generateWeatherYears(climate, latitude, 1, place * 31 + year);
  const index = Math.min(364, Math.floor((Date.parse(`${date}T00:00:00Z`) - Date.UTC(year, 0, 1)) / DAY));
  const random = seededRandom(place + year * 400 + index);
  const month = Number(date.slice(5, 7)) - 1;
  const tenth = (value: number) => Math.round(value * 10) / 10;
  return {
    date,
    rain: tenth(drawn?.rain[index] ?? 0),
    tempAir: tenth(climateMonth(climate.tempAir, month, latitude) + 6 * (random() - 0.5)),
    windSpeed: tenth(climateMonth(climate.windSpeed, month, latitude) * (0.6 + 0.8 * random())),
  };
}

function answerOf({ latitude, longitude, from, to }: WeatherQuery): WeatherAnswer {
  const count = Math.min(MOST_DAYS, Math.round((Date.parse(to) - Date.parse(from)) / DAY) + 1);
  const observed = Array.from({ length: Math.max(0, count) }, (_, index) => dayAfter(from, index));
  const ahead = Array.from({ length: FORECAST_DAYS }, (_, index) => dayAfter(to, index + 1));
  return {
    observed: observed.map((date) => weatherOf(latitude, longitude, date)),
    forecast: ahead.map((date, index) => {
      const day = weatherOf(latitude, longitude, date);
      // The further off, the nearer to even odds.
      const sure = 0.9 - 0.06 * index;
      return { ...day, rainChance: Math.round((day.rain > 0.2 ? sure : 1 - sure) * 100) / 100 };
    }),
  };
}

const send = (response: ServerResponse, status: number, body: unknown): void => {
  response.writeHead(status, { 'content-type': 'application/json' });
  response.end(JSON.stringify(body));
};

function setMood(wanted: string | null, response: ServerResponse): void {
  const read = z.enum(MOODS).safeParse(wanted);
  if (read.success) mood = read.data;
  send(
    response,
    read.success ? 200 : 400,
    read.success ? { mood } : { problem: `is must be one of ${MOODS.join(', ')}` },
  );
}

function tellDays(url: URL, response: ServerResponse): void {
  const query = weatherQuery.safeParse(Object.fromEntries(url.searchParams));
  if (!query.success) send(response, 400, { problem: 'ask for /days with latitude, longitude, from and to' });
  else if (mood === 'wrong') send(response, 200, { observed: [{ date: 'yesterday', rain: -4 }], forecast: 'sunny' });
  else setTimeout(() => send(response, 200, answerOf(query.data)), mood === 'slow' ? SLOW : 0).unref();
}

function handle(request: IncomingMessage, response: ServerResponse): void {
  const url = new URL(request.url ?? '/', 'http://stand-in');
  if (url.pathname === '/mood') setMood(url.searchParams.get('is'), response);
  else if (mood === 'down') request.socket.destroy();
  else if (url.pathname === '/days') tellDays(url, response);
  else send(response, 404, { problem: 'ask for /days' });
}

const server = createServer(handle);
server.listen(Number(process.env.PORT ?? 0), '127.0.0.1', () => {
  const { port } = server.address() as AddressInfo;
  const address = `http://127.0.0.1:${port}`;
  if (process.send) process.send({ address });
  else console.log(`Weather stand-in (made up) at ${address}`);
});
process.on('disconnect', () => process.exit(0));
process.on('SIGTERM', () => process.exit(0));
process.on('SIGINT', () => process.exit(0));

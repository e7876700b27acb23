import { type WeatherAnswer, type WeatherQuery, weatherAnswer } from '../../contract/weather/service.ts';

/** A weather service outside: it may be slow, wrong or down, and then says why in words for a person. */
export interface WeatherService {
  /** whether one has been set up */
  there: boolean;
  ask(query: WeatherQuery): Promise<{ ok: true; answer: WeatherAnswer } | { ok: false; problem: string }>;
}

/** Milliseconds that an answer may take. */
const PATIENCE = 4000;
const LARGEST_ANSWER = 1_000_000;

export const NO_WEATHER_SERVICE: WeatherService = {
  there: false,
  ask: async () => ({ ok: false, problem: 'No weather service has been set up.' }),
};

/** A service that speaks the open JSON of `contract/weather/service.ts`. @param address such as http://127.0.0.1:8500 */
export function weatherService(address: string): WeatherService {
  return {
    there: true,
    async ask(query) {
      const url = new URL('/days', address);
      for (const [key, value] of Object.entries(query)) url.searchParams.set(key, String(value));
      try {
        const response = await fetch(url, { signal: AbortSignal.timeout(PATIENCE), redirect: 'error' });
        if (!response.ok)
          return { ok: false, problem: `The weather service refused the question (${response.status}).` };
        const text = await response.text();
        const read = text.length > LARGEST_ANSWER ? null : weatherAnswer.safeParse(JSON.parse(text));
        const within = read?.success && read.data.observed.every(({ date }) => date >= query.from && date <= query.to);
        return within
          ? { ok: true, answer: read.data }
          : {
              ok: false,
              problem: 'The weather service answered something that cannot be weather. Nothing of it was taken.',
            };
      } catch (error) {
        const slow = error instanceof DOMException && error.name === 'TimeoutError';
        return {
          ok: false,
          problem: slow
            ? `The weather service took longer than ${PATIENCE / 1000} seconds.`
            : error instanceof SyntaxError
              ? 'The weather service answered something that cannot be weather. Nothing of it was taken.'
              : 'The weather service cannot be reached.',
        };
      }
    },
  };
}

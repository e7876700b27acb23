import type { weatherEndpoints } from '../../contract/weather/endpoints.ts';
import type { Handlers } from '../handlers.ts';
import * as weather from './useCases.ts';

export const weatherHandlers: Pick<Handlers, keyof typeof weatherEndpoints> = {
  readWeather: (context, { params }) => weather.readWeather(context, context.database, params.id),
  refreshWeather: (context, { params }) => weather.refreshWeather(context, params.id),
  importRain: (context, { params, body, files }) => weather.importRain(context, params.id, body, files[0]),
  importClimate: (context, { params, body, files }) => weather.importClimate(context, params.id, body, files[0]),
  dropClimate: (context, { params }) => weather.dropClimate(context, params.id),
  readEnergy: (context, { params }) => weather.readEnergy(context, context.database, params.id),
  importEnergy: (context, { params, body, files }) => weather.importEnergy(context, params.id, body, files[0]),
};

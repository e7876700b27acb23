import type { figuresEndpoints } from '../../contract/figures/endpoints.ts';
import type { Handlers } from '../handlers.ts';
import * as figures from './useCases.ts';

export const figuresHandlers: Pick<Handlers, keyof typeof figuresEndpoints> = {
  readFigures: (context) => figures.readFigures(context, context.database),
  useFigures: (context, { body }) => figures.useFigures(context, body),
};

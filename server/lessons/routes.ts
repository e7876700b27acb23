import type { figuresEndpoints } from '../../contract/figures/endpoints.ts';
import type { Handlers } from '../handlers.ts';
import * as lessons from './useCases.ts';

export const lessonsHandlers: Pick<Handlers, keyof typeof figuresEndpoints> = {
  readFigures: (context) => lessons.readFigures(context, context.database),
  useFigures: (context, { body }) => lessons.useFigures(context, body),
};

import type { lettersEndpoints } from '../../contract/letters/endpoints.ts';
import type { Handlers } from '../handlers.ts';
import { askByLetter, decideByLetter, letterPaper, noteLetterRead, readLetter } from './byLink.ts';
import { answerLetter, listLetters, makeLetter, withdrawLetter } from './useCases.ts';

export const lettersHandlers: Pick<Handlers, keyof typeof lettersEndpoints> = {
  makeLetter: (context, { params, body }) => makeLetter(context, params.id, body),
  listLetters: (context, { params }) => listLetters(context, params.id),
  withdrawLetter: (context, { params }) => withdrawLetter(context, params.id),
  answerLetter: (context, { params, body }) => answerLetter(context, params.id, body),
  readLetter: (context, { params }) => readLetter(context, params.token),
  noteLetterRead: (context, { params }) => noteLetterRead(context, params.token),
  letterPaper: (context, { params }) => letterPaper(context, params.token),
  askByLetter: (context, { params, body }) => askByLetter(context, params.token, body),
  decideByLetter: (context, { params, body, session }) => decideByLetter(context, params.token, body, session.agent()),
};

import { readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { json, type NextFunction, type Request, type RequestHandler, type Response, raw } from 'express';
import multer from 'multer';
import type { Endpoint } from '../../contract/endpoint.ts';
import { busy } from '../errors.ts';
import type { UploadedFile } from '../handlers.ts';
import { openScratch } from '../system/scratch.ts';

const MOST_FILES = 200;
const USUAL_LIMIT = 2 * 1024 * 1024;
/** Forms that are being sent at the same time, of one person and of all: each holds a connection and a file on disk. */
const MOST_SENDERS = { ofOne: 6, ofAll: 60 };
/** A sender that is slower than this, bytes a second, three looks in a row, is let go: it can begin again, or send in parts. */
const LEAST_RATE = 1000;
const LOOK_EVERY = 10_000;
const SLOW_LOOKS = 3;

/** Where files lie while their request lasts. Nothing of them is held in memory while they come in. */
export interface Spool {
  folder: string;
  close(): void;
}

/** A folder for this process alone; what others left there when they were killed is taken away. */
export const openSpool = (): Spool => openScratch(tmpdir(), SPOOL);
const SPOOL = 'wide-pail-spool-';

/** Reads the body of a request as its endpoint takes it. */
export function bodyReader(endpoint: Endpoint, spool: Spool): RequestHandler {
  const limit = endpoint.limit ?? USUAL_LIMIT;
  if (endpoint.raw) return raw({ limit, type: () => true });
  if (!endpoint.upload) return json({ limit, strict: false });
  const many = endpoint.upload === 'many';
  const most = many ? MOST_FILES : 1;
  const form = multer({
    storage: multer.diskStorage({ destination: spool.folder }),
    limits: { fileSize: limit, files: most, fields: 20, fieldSize: many ? limit : 10_000 },
  }).array('file', most);
  return (request, response, next) => {
    response.once('close', () => void forget(request));
    form(request, response, next);
  };
}

const filesOf = (request: Request): Express.Multer.File[] => (Array.isArray(request.files) ? request.files : []);

/** The files of a request, each read only when it is asked for. */
export const uploaded = (request: Request): UploadedFile[] =>
  filesOf(request).map(({ originalname, path, size }) => ({ name: originalname, size, read: () => readFile(path) }));

async function forget(request: Request): Promise<void> {
  for (const { path } of filesOf(request)) await rm(path, { force: true }).catch(() => undefined);
}

/** Counts those who are sending a form; whoever comes on top is told when to come again, and the slow are let go. */
export function senders() {
  const sending = new Map<string, number>();
  let all = 0;
  return (request: Request, response: Response, next: NextFunction): void => {
    const person = request.person?.id ?? '';
    const own = sending.get(person) ?? 0;
    if (own >= MOST_SENDERS.ofOne || all >= MOST_SENDERS.ofAll) throw busy();
    all += 1;
    sending.set(person, own + 1);
    const stop = watchRate(request);
    const leave = () => {
      stop();
      all -= 1;
      const left = (sending.get(person) ?? 1) - 1;
      if (left > 0) sending.set(person, left);
      else sending.delete(person);
    };
    // Once its body is there a request no longer sends; one that breaks off ends with its connection.
    let left = false;
    const once = () => {
      if (left) return;
      left = true;
      leave();
    };
    request.once('end', once);
    response.once('close', once);
    next();
  };
}

/** Ends a connection that has been slow for too long. @returns stops watching */
function watchRate({ socket }: Request): () => void {
  let read = socket.bytesRead;
  let slow = 0;
  const timer = setInterval(() => {
    slow = socket.bytesRead - read < (LEAST_RATE * LOOK_EVERY) / 1000 ? slow + 1 : 0;
    read = socket.bytesRead;
    if (slow >= SLOW_LOOKS) socket.destroy();
  }, LOOK_EVERY);
  timer.unref();
  return () => clearInterval(timer);
}

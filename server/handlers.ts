import type { AnswerOf, BodyOf, ParamsOf, QueryOf } from '../contract/endpoint.ts';
import type { EndpointName, Endpoints } from '../contract/index.ts';
import type { Context, OpenContext } from './context.ts';

/** A file instead of a JSON answer. */
export interface FileAnswer {
  bytes: Buffer;
  type: string;
  name: string;
  /** whether a copy may be kept that is asked about before each use, or none at all */
  cache: 'never' | 'ask';
}

/** A file that came with a form. It lies on disk until the request ends; reading it takes its size in memory. */
export interface UploadedFile {
  name: string;
  /** bytes */
  size: number;
  read(): Promise<Buffer>;
}

/** What a use case about sign-in may do with the session. */
export interface SessionDoor {
  csrf(): string;
  /** by which the session is named in lists; empty where nobody is signed in */
  handle(): string;
  /** what the device was named at an earlier sign-in */
  device(): string | null;
  agent(): string;
  /** the same, given one where it has none yet */
  rememberedDevice(): string;
  /** @param device name that it keeps for the next sign-in. @returns the token that writes carry */
  open(whose: { personId: string; epoch: number }, device: string): Promise<string>;
  close(): Promise<void>;
}

export interface Input<E> {
  params: ParamsOf<E>;
  query: QueryOf<E>;
  body: BodyOf<E>;
  /** the uploaded files, where the endpoint takes any */
  files: UploadedFile[];
  /** the bytes of the body, where the endpoint takes them as they are */
  raw: Buffer;
  session: SessionDoor;
}

/** At a public endpoint `person` may be null for all that this type says: use cases behind one take an `OpenContext`. */
export type RequestContext = Context & Pick<OpenContext, 'address'>;

export type Handler<E> = (context: RequestContext, input: Input<E>) => Promise<AnswerOf<E> | FileAnswer | undefined>;

/** A handler for each endpoint of the contract: one that is missing does not compile. */
export type Handlers = { [K in EndpointName]: Handler<Endpoints[K]> };

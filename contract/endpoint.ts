import type { z } from 'zod';

export const ROLES = ['owner', 'estimator', 'crew'] as const;
export type Role = (typeof ROLES)[number];

export const EVERYONE: readonly Role[] = ROLES;
export const DESK: readonly Role[] = ['owner', 'estimator'];
export const OWNER: readonly Role[] = ['owner'];

/** One endpoint of the server. The router, the client, the OpenAPI page and the tests of roles and bodies all read this. */
export interface Endpoint<
  Params extends z.ZodType = z.ZodType,
  Query extends z.ZodType = z.ZodType,
  Body extends z.ZodType = z.ZodType,
  Answer extends z.ZodType = z.ZodType,
> {
  method: 'GET' | 'POST' | 'PATCH' | 'PUT' | 'DELETE';
  /** with `:name` for parameters */
  path: string;
  summary: string;
  /** who may; `public` needs no sign-in */
  roles: readonly Role[] | 'public';
  params?: Params;
  query?: Query;
  body?: Body;
  /** a JSON answer; left out where the answer is a file or nothing */
  answer?: Answer;
  /** what a role has of the answer where that is less than the names of `answer` */
  answers?: Partial<Record<Role, z.ZodType>>;
  /** the body is a form with one file or many; `body` describes its fields */
  upload?: 'one' | 'many';
  /** the body is bytes as they are */
  raw?: true;
  /** media type of the answer where it is a file */
  file?: string;
  /** open to people who still have to set up the second factor that is asked of everybody */
  beforeFactor?: true;
  /** answers without looking at who asks, so without the database too */
  sessionless?: true;
  /** largest body in bytes where it is not the usual one */
  limit?: number;
}

export const endpoint = <
  P extends z.ZodType,
  Q extends z.ZodType,
  B extends z.ZodType,
  A extends z.ZodType,
  M extends Endpoint['method'],
>(
  definition: Endpoint<P, Q, B, A> & { method: M },
): Endpoint<P, Q, B, A> & { method: M } => definition;

export type ParamsOf<E> = E extends Endpoint<infer P, z.ZodType, z.ZodType, z.ZodType> ? z.output<P> : never;
export type QueryOf<E> = E extends Endpoint<z.ZodType, infer Q, z.ZodType, z.ZodType> ? z.output<Q> : never;
export type BodyOf<E> = E extends Endpoint<z.ZodType, z.ZodType, infer B, z.ZodType> ? z.output<B> : never;
export type BodyInput<E> = E extends Endpoint<z.ZodType, z.ZodType, infer B, z.ZodType> ? z.input<B> : never;
export type AnswerOf<E> = E extends Endpoint<z.ZodType, z.ZodType, z.ZodType, infer A> ? z.output<A> : never;
